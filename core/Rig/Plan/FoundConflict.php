<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

/** The units of one part of a plan that do not go together. */
final readonly class FoundConflict
{
    /** @param list<string>|null $units null where there is none so small */
    public function __construct(public ?array $units, public bool $isProven)
    {
    }
}
