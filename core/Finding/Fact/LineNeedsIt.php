<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\LineOfRules;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A line of the rules that needs what a box does not pass on. */
final readonly class LineNeedsIt extends RigFact
{
    public const CODE = 'kind-blocked';

    public function __construct(public int $line)
    {
    }

    public function subject(): Subject
    {
        return new LineOfRules($this->line);
    }

    public function text(): string
    {
        return "line {$this->line} needs it";
    }

    public function asConsequence(): string
    {
        return $this->text();
    }
}
