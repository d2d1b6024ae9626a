<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Fit;

/** A message with the time at which it is sent, in microseconds. */
final readonly class SentMessage
{
    public function __construct(public int $timeUs, public string $bytes)
    {
    }
}
