<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis\Way;

/** A move of a control from one value to another. */
final readonly class ValueChange
{
    public function __construct(public int $from, public int $to)
    {
    }
}
