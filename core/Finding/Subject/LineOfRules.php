<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Subject;

/** A line of the rulebook. */
final readonly class LineOfRules implements Subject
{
    public function __construct(public int $line)
    {
    }

    public function words(): string
    {
        return "line {$this->line}";
    }
}
