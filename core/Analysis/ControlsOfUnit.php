<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis;

use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Setup\Device;

/** Controls of one unit. */
final readonly class ControlsOfUnit
{
    /** @param list<Control> $controls */
    public function __construct(public Device $unit, public array $controls)
    {
    }
}
