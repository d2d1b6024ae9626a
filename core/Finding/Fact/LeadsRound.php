<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\Subject;
use ZigzagPost\Core\Finding\Subject\WayRound;

/** What leaves comes back over boxes. */
final readonly class LeadsRound extends RigFact
{
    public const SEVERITY = Severity::Error;
    public const CODE = 'loop';

    /** @param list<string> $over units on the way */
    public function __construct(public string $from, public array $over)
    {
    }

    public function subject(): Subject
    {
        return new WayRound($this->from);
    }

    public function text(): string
    {
        return "what leaves at {$this->from} comes back to it over ".implode(', ', $this->over);
    }
}
