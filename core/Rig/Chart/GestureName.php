<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** What can be done to a control. */
enum GestureName: string
{
    case Press = 'press';
    case Release = 'release';
    case Hold = 'hold';
    case Twice = 'twice';
    case Move = 'move';
}
