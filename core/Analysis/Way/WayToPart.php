<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis\Way;

use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Setup\Hop;

/** A way to a part of a unit. */
final readonly class WayToPart
{
    /** @param list<Hop> $way open or not */
    public function __construct(public array $way, public Hears $part)
    {
    }
}
