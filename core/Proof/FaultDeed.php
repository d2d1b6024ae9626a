<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

use ZigzagPost\Core\World\RigWorld;

/** Something that happens in the middle of a show. */
final readonly class FaultDeed
{
    /** @param \Closure(RigWorld, int): void $do what it does to the rig, at its time in microseconds */
    public function __construct(public int $atUs, public \Closure $do)
    {
    }
}
