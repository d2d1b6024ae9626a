<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Forecast;

/** What leaves of a stream at an out port: bytes a message, and messages a second. */
final readonly class StreamOut
{
    public function __construct(public float $bytes, public float $rate)
    {
    }
}
