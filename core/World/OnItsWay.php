<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Rig\Chart\Hears;

/** A message that is on its way to a unit that hears late. */
final readonly class OnItsWay
{
    public function __construct(public int $atUs, public string $unit, public Hears $part, public string $bytes)
    {
    }
}
