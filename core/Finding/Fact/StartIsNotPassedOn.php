<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A unit waits for a start, and only the clock gets to it. */
final readonly class StartIsNotPassedOn extends RigFact
{
    public const CODE = 'clock-never-started';

    public function __construct(public string $unit, public string $source)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, 'clock');
    }

    public function text(): string
    {
        return "{$this->unit} waits for a start, and rules pass on only {$this->source}, without start and stop";
    }
}
