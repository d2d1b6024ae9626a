<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

/** A tempo of a file, from a tick on. */
final readonly class TempoChange
{
    /** @param int $usPerQuarter microseconds a quarter note */
    public function __construct(public int $tick, public int $usPerQuarter)
    {
    }
}
