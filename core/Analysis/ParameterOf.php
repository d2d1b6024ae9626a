<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis;

use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Setup\Device;

/** A parameter with its unit. */
final readonly class ParameterOf
{
    public function __construct(public Device $unit, public Parameter $parameter)
    {
    }
}
