<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

/** What of a unit stands somewhere. */
enum StoodWhat
{
    case Program;
    case Value;
    case Key;
}
