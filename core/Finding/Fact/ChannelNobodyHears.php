<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\LineOfRules;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Rules send on a channel on which nothing answers. */
final readonly class ChannelNobodyHears extends RigFact
{
    public const CODE = 'channel-nobody-hears';

    /** @param string $answered channels on which something answers there */
    public function __construct(public int $line, public string $port, public int $channel, public string $answered)
    {
    }

    public function subject(): Subject
    {
        return new LineOfRules($this->line);
    }

    public function text(): string
    {
        return "MIDI channel {$this->channel} of {$this->port} reaches nobody: what is connected there listens on {$this->answered}. "
            .'Name the device instead of its channel, and the rule follows the plan';
    }

    public function formerly(): string
    {
        return "nothing that hears {$this->port} answers on MIDI channel {$this->channel}; "
            ."there are {$this->answered}. Name the device instead of its channel, and the rule follows the plan";
    }
}
