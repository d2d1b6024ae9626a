<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Setup\Hop;

/** A unit of the simulated rig that hears an out port. */
final readonly class WorldHearer
{
    /** @param list<Hop> $way */
    public function __construct(public string $unit, public Hears $part, public array $way)
    {
    }
}
