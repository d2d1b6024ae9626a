<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

/** A member of a group: lit while it is chosen. */
final readonly class GroupPlace
{
    /** @param int $place from 1 */
    public function __construct(public string $group, public int $place)
    {
    }
}
