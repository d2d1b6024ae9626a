<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** Whether a plug takes power or gives it. */
enum PowerWay: string
{
    case Needs = 'needs';
    case Gives = 'gives';
}
