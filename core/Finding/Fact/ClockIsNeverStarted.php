<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\ClockOfRules;
use ZigzagPost\Core\Finding\Subject\Subject;

/** No rule starts a clock. */
final readonly class ClockIsNeverStarted extends RigFact
{
    public const CODE = 'clock-never-started';

    public function __construct(public string $clock, public int $line)
    {
    }

    public function subject(): Subject
    {
        return new ClockOfRules($this->clock);
    }

    public function text(): string
    {
        return "clock {$this->clock} never runs: no rule starts it";
    }

    public function formerly(): string
    {
        return "no rule starts clock {$this->clock}, so that it never runs";
    }

    public function job(): string
    {
        return "write start {$this->clock} where it should begin, such as in a scene";
    }

    public function line(): int
    {
        return $this->line;
    }
}
