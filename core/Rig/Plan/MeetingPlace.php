<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

/** Streams at which the channels of two choices must not meet; -1 for what a unit sends. */
final readonly class MeetingPlace
{
    public function __construct(public int $mine, public int $theirs)
    {
    }

    public function turned(): self
    {
        return new self($this->theirs, $this->mine);
    }
}
