<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Book;

/** Pulses of a clock. */
final readonly class PulsePlan
{
    /**
     * @param int $perBeat 1 to 96
     * @param list<int> $ports positions of the ports that get them
     */
    public function __construct(public int $perBeat, public array $ports)
    {
    }
}
