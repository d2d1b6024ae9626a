<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** What the centre of a barrel plug is. */
enum Polarity: string
{
    case Plus = '+';
    case Minus = '-';
}
