<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

/** What columns hold, and what was guessed. */
final readonly class HeldColumns
{
    /**
     * @param array<int, Holds> $holds
     * @param list<string> $doubts
     */
    public function __construct(public array $holds, public array $doubts)
    {
    }
}
