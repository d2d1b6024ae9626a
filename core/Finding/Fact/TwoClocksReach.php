<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Two clocks get to a unit. */
final readonly class TwoClocksReach extends RigFact
{
    public const CODE = 'two-clocks-reach';

    /** @param list<string> $sources */
    public function __construct(public string $unit, public array $sources)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, 'clock');
    }

    public function text(): string
    {
        return 'two clocks reach it: '.implode(' and ', $this->sources);
    }

    public function formerly(): string
    {
        return 'two clocks get to it: '.implode(' and ', $this->sources);
    }
}
