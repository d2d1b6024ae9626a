<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Controls;

use ZigzagPost\Core\Engine\Book\GroupMember;
use ZigzagPost\Core\Engine\Run\Run;
use ZigzagPost\Core\Engine\State\State;

/** Which member of each group is chosen. */
final class Choices
{
    /** A member has been pressed: it is chosen, or none if it was. */
    public static function press(Run $run, GroupMember $member): void
    {
        $chosen = $member->orNone && $member->place === ($run->state->choices[$member->group] ?? 0) ? 0 : $member->place;
        $run->state->choices[$member->group] = $chosen;
        $run->trace?->chooses($member->group, $chosen);
    }

    /** Chooses a member by its place, none by 0; false when there is no such member. */
    public static function choose(State $state, string $group, int $index, int $size): bool
    {
        if ($index < 0 || $index > $size) {
            return false;
        }
        $state->choices[$group] = $index;

        return true;
    }
}
