<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** Numbers from the lowest to the highest. */
final readonly class DecimalRange
{
    public function __construct(public float $low, public float $high)
    {
    }
}
