<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\ClockOfRules;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A clock goes where nobody follows one. */
final readonly class ClockIsForNobody extends RigFact
{
    public const SEVERITY = Severity::Hint;
    public const CODE = 'clock-for-nobody';

    /** @param list<string> $hearers */
    public function __construct(public string $clock, public array $hearers, public int $line)
    {
    }

    public function subject(): Subject
    {
        return new ClockOfRules($this->clock);
    }

    public function text(): string
    {
        return "clock {$this->clock} goes to ".implode(', ', $this->hearers).', and none of them follows a clock';
    }

    public function job(): string
    {
        return 'delete the line "send" of that clock where nobody needs it';
    }

    public function line(): int
    {
        return $this->line;
    }
}
