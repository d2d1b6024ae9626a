<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Book;

/** A member of a group that has been pressed. */
final readonly class GroupMember
{
    /**
     * @param int $place in the group, from 1
     * @param bool $orNone whether none is chosen when it is pressed again
     */
    public function __construct(public string $group, public int $place, public bool $orNone)
    {
    }
}
