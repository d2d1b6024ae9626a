<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

/** Choices that all collide on one stream. */
final readonly class PlanCrowd
{
    /** @param list<int> $members */
    public function __construct(public int $stream, public array $members)
    {
    }
}
