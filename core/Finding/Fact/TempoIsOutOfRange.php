<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A clock runs faster or slower than a unit can follow. */
final readonly class TempoIsOutOfRange extends RigFact
{
    public const CODE = 'tempo-out-of-range';

    public function __construct(public string $unit, public string $clock, public float $bpm, public float $low, public float $high)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, 'clock');
    }

    public function text(): string
    {
        return "clock {$this->clock} runs at ".round($this->bpm, 1)." beats a minute; {$this->unit} follows {$this->low} to {$this->high}";
    }

    public function formerly(): string
    {
        return "clock {$this->clock} runs at ".round($this->bpm, 1).", and {$this->unit} follows from {$this->low} to {$this->high}";
    }
}
