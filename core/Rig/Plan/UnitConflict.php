<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

/** Units that cannot go together. */
final readonly class UnitConflict
{
    /**
     * @param list<string> $units in order
     * @param int $tried how many sets of units were tried
     */
    public function __construct(public array $units, public bool $isSmallest, public int $tried)
    {
    }
}
