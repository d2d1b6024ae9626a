<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Trial;

use ZigzagPost\Core\World\Heard;

/** One step of the test run: disturb the device so that the result can be seen, do something, expect something. */
final readonly class TrialStep
{
    /**
     * @param string $port the in port at which it comes in; empty where it goes straight from unit to unit
     * @param list<string> $messages what the control sends
     * @param list<Heard> $wanted what has to be heard for it, as the end of it
     * @param list<PassedMessage> $expected what comes in and leaves when real devices play it
     * @param list<PassedMessage> $answers what comes in from a device that tells of itself what it was told
     * @param string|null $lead the lead that is tried where no message is sent: full of data, or with sound
     * @param list<string> $still units that could hear it and must not move
     * @param list<string> $uses leads, controls, receive switches and programs that have to work for it
     */
    public function __construct(
        public string $disturb,
        public string $do,
        public string $expect,
        public string $unit,
        public string $control,
        public string $port,
        public array $messages,
        public array $wanted,
        public array $uses,
        public array $expected = [],
        public array $answers = [],
        public array $still = [],
        public ?string $lead = null,
    ) {
    }
}
