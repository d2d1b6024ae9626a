<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

/** Units that cannot go together. */
final readonly class UnitConflict
{
    /** @param list<string> $units in order */
    public function __construct(public array $units, public bool $isSmallest)
    {
    }
}
