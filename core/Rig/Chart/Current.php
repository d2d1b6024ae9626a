<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** Direct or alternating current. */
enum Current: string
{
    case Dc = 'dc';
    case Ac = 'ac';
}
