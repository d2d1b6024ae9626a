<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** What stands between the entries of a table of shown numbers. */
enum Between: string
{
    case Linear = 'linear';
    case Steps = 'steps';
}
