<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** What a device is. */
enum Sort: string
{
    case Controller = 'controller';
    case Synth = 'synth';
    case Effect = 'effect';
    case Host = 'host';
    case Hub = 'hub';
    case Desk = 'desk';
    case Lamp = 'lamp';
    case ClockBox = 'clock box';
    case Supply = 'supply';
    case Passive = 'passive';
    case Other = 'other';
}
