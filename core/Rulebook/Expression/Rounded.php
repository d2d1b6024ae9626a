<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Expression;

use ZigzagPost\Core\Number\Interval;

/** Code that rounds an expression, and what its results can be. */
final readonly class Rounded
{
    public function __construct(public string $php, public Interval $range)
    {
    }
}
