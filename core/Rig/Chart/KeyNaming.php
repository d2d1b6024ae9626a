<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** What key 60 is called. */
enum KeyNaming: string
{
    case C3 = 'C3';
    case C4 = 'C4';
    case C5 = 'C5';
}
