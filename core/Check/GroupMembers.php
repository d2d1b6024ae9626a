<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\Declaration\Group;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;

/** A control belongs to one group at most. */
final class GroupMembers implements Check
{
    public function findings(ResolvedRulebook $book): iterable
    {
        $groups = array_values($book->groups);
        foreach ($groups as $index => $group) {
            foreach (\array_slice($groups, 0, $index) as $earlier) {
                $shared = $this->shared($earlier, $group);
                if (null !== $shared) {
                    yield Finding::error(
                        'two-groups',
                        $group->name->span,
                        "{$shared} belongs to group \"{$earlier->name->text}\" already; a control belongs to one group",
                    );
                    break;
                }
            }
        }
    }

    private function shared(Group $one, Group $other): ?string
    {
        foreach ($one->parts as $part) {
            foreach ($other->parts as $its) {
                $number = $part->shared($its);
                if (null !== $number) {
                    return "{$part->kind->value} {$number}";
                }
            }
        }

        return null;
    }
}
