<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\Declaration\Group;
use ZigzagPost\Core\Rulebook\Rulebook;

/** A control belongs to one group at most. */
final class GroupMembers implements Check
{
    public function findings(Rulebook $book): iterable
    {
        $groups = array_values($book->groups);
        foreach ($groups as $index => $group) {
            foreach (\array_slice($groups, 0, $index) as $earlier) {
                $shared = $this->shared($earlier, $group);
                if (null !== $shared) {
                    yield Finding::error('two-groups', $group->name->span, "{$group->kind->value} {$shared} belongs to group \"{$earlier->name->text}\" already; a control belongs to one group");
                    break;
                }
            }
        }
    }

    private function shared(Group $one, Group $other): ?int
    {
        if ($one->port->text !== $other->port->text || $one->kind !== $other->kind) {
            return null;
        }
        $channels = array_intersect($one->channels?->numbers() ?? range(1, 16), $other->channels?->numbers() ?? range(1, 16));
        $members = array_intersect($one->members?->numbers() ?? [], $other->members?->numbers() ?? []);

        return [] === $channels || [] === $members ? null : min($members);
    }
}
