<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Programs of one unit that the same message calls, since nothing in it says which bank is meant. */
final readonly class ProgramsCalledAlike extends RigFact
{
    public const SEVERITY = Severity::Hint;
    public const CODE = 'called-alike';

    /**
     * @param string $one what the unit shows for the first program that shares its message
     * @param string $other and for the first other one that is called by the same message
     * @param int $ofLine where rules call a program of the unit
     */
    public function __construct(public string $unit, public string $one, public string $other, public int $ofLine)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, 'programs');
    }

    public function text(): string
    {
        return "programs {$this->one} and {$this->other} are called by the same message: {$this->unit} plays the one in its present bank, ".
            "also when line {$this->ofLine} calls one";
    }

    /** A rule may move to another line. */
    public function identity(): array
    {
        return ['unit' => $this->unit, 'one' => $this->one, 'other' => $this->other];
    }

    public function job(): string
    {
        return "choose the bank on {$this->unit} before anything is played";
    }
}
