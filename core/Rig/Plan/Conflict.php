<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

/** Units that cannot go together, why, and the cheapest single change that would free them. */
final readonly class Conflict
{
    /**
     * @param list<string> $units
     * @param bool $isOfSharing whether each by itself would go
     */
    public function __construct(public array $units, public string $why, public ?string $change, public bool $isProvenSmallest, public bool $isOfSharing = true)
    {
    }
}
