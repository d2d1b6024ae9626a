<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Declaration;

/** A point that a curve goes through, on 0 to 127. */
final readonly class CurvePoint
{
    public function __construct(public int $from, public int $to)
    {
    }
}
