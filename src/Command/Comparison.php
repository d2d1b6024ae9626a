<?php

declare(strict_types=1);

namespace App\Command;

/** The engine beside a loop that was written by hand, taken in turn: medians. */
final readonly class Comparison
{
    /** @param float $ratio median of their ratios */
    public function __construct(public float $engineS, public float $byHandS, public float $ratio)
    {
    }
}
