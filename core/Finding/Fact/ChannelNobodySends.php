<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\LineOfRules;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Rules take a channel on which nothing comes. */
final readonly class ChannelNobodySends extends RigFact
{
    public const CODE = 'channel-nobody-sends';

    /**
     * @param list<string> $ports
     * @param string $sent channels on which something comes there
     */
    public function __construct(public int $line, public string $channels, public array $ports, public string $sent)
    {
    }

    public function subject(): Subject
    {
        return new LineOfRules($this->line);
    }

    public function text(): string
    {
        return 'nothing comes in at '.
            implode(', ', $this->ports).
            " on MIDI channel {$this->channels}; it comes on {$this->sent}. Name the control instead of its channel, and the rule follows the plan";
    }

    public function formerly(): string
    {
        return "nothing sends on MIDI channel {$this->channels} into ".
            implode(', ', $this->ports).
            "; there comes {$this->sent}. Name the control instead of its channel, and the rule follows the plan";
    }
}
