<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** Which end of USB a plug is. */
enum UsbSide: string
{
    case Host = 'host';
    case Device = 'device';
    case Dual = 'dual';
}
