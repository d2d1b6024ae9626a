<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

/** Numbers that were given to controls and parameters. */
final readonly class AssignedNumbers
{
    /**
     * @param list<PlannedNumber> $planned
     * @param list<string> $failed those for which none is left
     */
    public function __construct(public array $planned, public array $failed)
    {
    }
}
