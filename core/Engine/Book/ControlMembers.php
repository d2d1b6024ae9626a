<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Book;

/** The members of groups that a control is. */
final readonly class ControlMembers
{
    /**
     * @param GroupMember|null $pressed the one that a press and a release tell
     * @param list<ToldMember> $told those that are told by values
     */
    public function __construct(public ?GroupMember $pressed, public array $told)
    {
    }
}
