<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\SeveralUnits;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Two controls send the same message into one port. */
final readonly class ControlsSendAlike extends RigFact
{
    public const CODE = 'same-message';

    /**
     * @param non-empty-list<string> $units two
     * @param list<string> $controls one of each
     */
    public function __construct(public array $units, public array $controls, public string $port, public ?int $channel)
    {
    }

    public function subject(): Subject
    {
        return new SeveralUnits($this->units, true);
    }

    public function text(): string
    {
        return "\"{$this->controls[0]}\" of {$this->units[0]} and \"{$this->controls[1]}\" of {$this->units[1]} send the same message into {$this->port}".
            (null === $this->channel ? '' : " on MIDI channel {$this->channel}").
            '; rules cannot tell them apart';
    }

    public function job(): string
    {
        return 'give one of them another channel, number or port';
    }
}
