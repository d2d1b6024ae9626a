<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Songs of tonight are faster or slower than a unit can follow. */
final readonly class SongsAreOutOfRange extends RigFact
{
    public const CODE = 'tempo-out-of-range';

    /** @param list<string> $songs with their tempos */
    public function __construct(public string $unit, public array $songs, public float $low, public float $high)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, 'songs');
    }

    public function text(): string
    {
        return "{$this->unit} follows tempos from {$this->low} to {$this->high}; ".
            implode(', ', $this->songs).
            (1 === \count($this->songs) ? ' is outside' : ' are outside');
    }

    public function formerly(): string
    {
        return "{$this->unit} follows a clock from {$this->low} to {$this->high}; outside of that ".
            (1 === \count($this->songs) ? 'is ' : 'are ').
            implode(', ', $this->songs);
    }
}
