<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Number;

/** All that a number can be, from its lowest to its highest; either end may be infinite. */
final readonly class Interval
{
    public function __construct(public int|float $low, public int|float $high)
    {
    }

    /**
     * The smallest one with all of these in it; what is no number counts as 0.
     *
     * @param non-empty-list<int|float> $ends
     */
    public static function around(array $ends): self
    {
        $ends = array_map(static fn (int|float $end): int|float => is_nan($end) ? 0.0 : $end, $ends);

        return new self(min($ends), max($ends));
    }

    public static function truth(): self
    {
        return new self(0, 1);
    }

    /** Halves go away from zero. */
    public function rounded(): self
    {
        return new self(round($this->low), round($this->high));
    }

    public function shifted(int $by): self
    {
        return new self($this->low + $by, $this->high + $by);
    }

    /** How far from zero it goes. */
    public function reach(): int|float
    {
        return max(abs($this->low), abs($this->high));
    }
}
