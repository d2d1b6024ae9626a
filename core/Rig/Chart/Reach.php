<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** How a parameter can be moved. */
enum Reach: string
{
    case Midi = 'midi';
    case Hand = 'hand';
}
