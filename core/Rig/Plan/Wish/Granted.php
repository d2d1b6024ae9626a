<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan\Wish;

/** What was found for some wishes. */
final readonly class Granted
{
    /**
     * @param array<int, int>|null $values by variable; -1, and what is not among them, stays as it is. Null where not all can be granted
     * @param list<Wish> $quarrel wishes that cannot be granted together
     * @param int $tried how many steps were tried
     */
    public function __construct(public ?array $values, public int $cost, public bool $isProven, public array $quarrel, public int $tried)
    {
    }
}
