<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Rig\Setup\Hop;

/** A unit that hears what leaves at an out port, and the way to it. */
final readonly class HearingUnit
{
    /** @param list<Hop> $way */
    public function __construct(public string $unit, public string $part, public array $way)
    {
    }
}
