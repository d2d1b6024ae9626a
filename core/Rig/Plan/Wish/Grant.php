<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan\Wish;

/** One thing that can be done towards a wish. */
final readonly class Grant
{
    /**
     * @param array<int, int> $values by variable
     * @param int|null $way the way by which the wish is granted then
     */
    public function __construct(public int $cost, public array $values, public ?int $way)
    {
    }
}
