<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** Lower zones have channel 1 as their manager, upper zones channel 16. */
enum ZoneSide: string
{
    case Lower = 'lower';
    case Upper = 'upper';
}
