<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Rig\Setup\Device;

/** A unit made for a port to which none of a rig is led. */
final readonly class StandInUnit
{
    public function __construct(public string $port, public bool $isIn, public StandIn $standIn, public Device $device)
    {
    }
}
