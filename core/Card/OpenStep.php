<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Card;

use ZigzagPost\Core\Rig\Setup\Device;

/** A step of a set-up card that is not ticked yet. */
final readonly class OpenStep
{
    public function __construct(public Device $unit, public CardStep $step)
    {
    }
}
