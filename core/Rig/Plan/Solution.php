<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

/** What a search has found. */
final readonly class Solution
{
    /**
     * @param array<int, int>|null $values the value of each choice; null where there is none
     * @param int $tried how many values were tried
     */
    public function __construct(public ?array $values, public int $cost, public bool $isProven, public int $tried)
    {
    }
}
