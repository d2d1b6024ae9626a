<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Setup;

use ZigzagPost\Core\Rig\Chart\Hears;

/** A part of a unit that hears at a socket. */
final readonly class HearingPart
{
    public function __construct(public Device $unit, public Hears $part)
    {
    }
}
