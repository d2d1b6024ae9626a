<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Midi;

/** How many bytes go on a wire, and when, in microseconds. */
final readonly class OnWire
{
    public function __construct(public int $timeUs, public int $bytes)
    {
    }
}
