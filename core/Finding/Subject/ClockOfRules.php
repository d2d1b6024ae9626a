<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Subject;

/** A clock of the rulebook. */
final readonly class ClockOfRules implements Subject
{
    public function __construct(public string $clock)
    {
    }

    public function words(): string
    {
        return "clock {$this->clock}";
    }
}
