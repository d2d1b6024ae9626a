<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan\Conflict;

/** Units that cannot go together, why, and the cheapest single change that would free them. */
final readonly class Conflict
{
    /** @param list<string> $units */
    public function __construct(public array $units, public Why $why, public ?Freeing $change, public bool $isProvenSmallest)
    {
    }
}
