<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Controls;

use ZigzagPost\Core\Engine\Run\Run;
use ZigzagPost\Core\Engine\State\State;

/**
 * Which member of each group is chosen.
 *
 * @phpstan-import-type Member from \ZigzagPost\Core\Engine\Book\CompiledBook
 */
final class Choices
{
    /**
     * A member has been pressed: it is chosen, or none if it was.
     *
     * @param Member $member
     */
    public static function press(Run $run, array $member): void
    {
        [$group, $index, $orNone] = $member;
        $chosen = $orNone && $index === ($run->state->choices[$group] ?? 0) ? 0 : $index;
        $run->state->choices[$group] = $chosen;
        $run->trace?->chooses($group, $chosen);
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
