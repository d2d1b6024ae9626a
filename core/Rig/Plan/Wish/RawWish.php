<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan\Wish;

use ZigzagPost\Core\Rig\Direct\Condition;

/** A wish before the plan knows its variables. */
final readonly class RawWish
{
    /**
     * @param list<list<Condition>> $ways
     * @param list<string> $units
     */
    public function __construct(public array $ways, public bool $isOut, public array $units, public ?string $words = null)
    {
    }

    /** @return list<Condition> */
    public function conditions(): array
    {
        return array_merge(...$this->ways);
    }
}
