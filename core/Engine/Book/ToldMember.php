<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Book;

/** A member of a group that is told by the value of its control. */
final readonly class ToldMember
{
    public function __construct(public int $low, public int $high, public GroupMember $member)
    {
    }
}
