<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

/** The two least costs of a choice. */
final readonly class LeastTwo
{
    /** @param int $value the one that costs least */
    public function __construct(public int $least, public int $second, public int $value)
    {
    }
}
