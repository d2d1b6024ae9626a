<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A unit in a mode in which the next program change overwrites a program. */
final readonly class ProgramsAreArmed extends RigFact
{
    public const SEVERITY = Severity::Hint;
    public const CODE = 'armed';

    public function __construct(public string $unit, public string $procedure, public int $ofLine)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, "\"{$this->procedure}\"");
    }

    public function text(): string
    {
        return "\"{$this->procedure}\" arms {$this->unit}: the next program change overwrites a program, and line {$this->ofLine} sends one";
    }

    public function job(): string
    {
        return "leave \"{$this->procedure}\" before anything is played";
    }
}
