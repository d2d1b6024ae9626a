<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Number;

/** A value with the time at which it came, in microseconds. */
final readonly class TimedValue
{
    public function __construct(public int $timeUs, public int $value)
    {
    }
}
