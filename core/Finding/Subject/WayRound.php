<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Subject;

/** A way on which what leaves comes back. */
final readonly class WayRound implements Subject
{
    public function __construct(public string $from)
    {
    }

    public function words(): string
    {
        return "loop {$this->from}";
    }
}
