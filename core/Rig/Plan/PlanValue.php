<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

/** One value that a setting can be given: what it costs, and which channels it takes. */
final readonly class PlanValue
{
    /**
     * @param array<int, int> $takes channels by the position of the stream
     * @param int|null $sends the channel that the unit then sends on, as a set
     */
    public function __construct(public string|int|null $value, public int $cost, public array $takes, public ?int $sends)
    {
    }
}
