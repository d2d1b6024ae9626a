<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A unit follows a clock, and none gets to it. */
final readonly class ClockIsMissing extends RigFact
{
    public const CODE = 'clock-missing';

    /** @param list<string> $could settings by which a unit would send one */
    public function __construct(public string $unit, public array $could)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, 'clock');
    }

    public function text(): string
    {
        return "{$this->unit} follows a clock, and none reaches it".
            ([] === $this->could ? '' : '; '.implode(', ', $this->could).(1 === \count($this->could) ? ' is off' : ' are off'));
    }

    public function formerly(): string
    {
        return "{$this->unit} follows a clock, and none gets to it".
            ([] === $this->could ? '' : '; off '.(1 === \count($this->could) ? 'is ' : 'are ').implode(', ', $this->could));
    }
}
