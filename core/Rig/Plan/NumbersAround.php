<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

/** Where the messages of a unit arrive, and which numbers something fixed has there. */
final readonly class NumbersAround
{
    /**
     * @param list<string> $places
     * @param array<int, string> $taken by number, by what
     */
    public function __construct(public array $places, public array $taken)
    {
    }
}
