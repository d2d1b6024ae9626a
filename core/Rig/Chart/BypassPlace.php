<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** Whether a bypass is part of the program or apart from it. */
enum BypassPlace: string
{
    case Inside = 'inside';
    case Apart = 'apart';
}
