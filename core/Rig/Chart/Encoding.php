<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** How an encoder says how far it was turned. */
enum Encoding: string
{
    case Absolute = 'absolute';
    case TwosComplement = 'twos complement';
    case Offset64 = 'offset 64';
    case SignBit = 'sign bit';
}
