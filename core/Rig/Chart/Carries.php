<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** What a plug is for. */
enum Carries: string
{
    case Midi = 'midi';
    case Pulse = 'pulse';
    case Audio = 'audio';
    case Power = 'power';
    case Usb = 'usb';
    case Expression = 'expression';
    case Footswitch = 'footswitch';
    case Network = 'network';
}
