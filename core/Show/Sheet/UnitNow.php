<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Sheet;

use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\World\UnitStanding;

/** A unit and what it stands on at present. */
final readonly class UnitNow
{
    public function __construct(public Device $unit, public UnitStanding $standing)
    {
    }
}
