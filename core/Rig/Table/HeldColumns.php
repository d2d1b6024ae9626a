<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

use ZigzagPost\Core\Rig\Table\Doubt\Doubt;

/** What columns hold, and what was guessed. */
final readonly class HeldColumns
{
    /**
     * @param array<int, Holds> $holds
     * @param list<Doubt> $doubts
     */
    public function __construct(public array $holds, public array $doubts)
    {
    }
}
