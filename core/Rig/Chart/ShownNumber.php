<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** The number that a device shows for a raw value. */
final readonly class ShownNumber
{
    public function __construct(public int $raw, public float $number)
    {
    }
}
