<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Scenes;

use ZigzagPost\Core\Engine\Run\Run;

/**
 * Who ends what a rule goes on to send after a silence of its own making: the owner of the message that it has at hand, and whoever
 * ends that owner in turn, such as the gate or the latch above a delay.
 */
final class AtHand
{
    /** @return array<int|string, true> by owner; none where no rule has a message at hand */
    public static function owners(Run $run): array
    {
        $owners = [];
        for ($own = $run->atHand; null !== $own && !isset($owners[$own]); $own = self::whoEnds($run, $own)) {
            $owners[$own] = true;
        }

        return $owners;
    }

    private static function whoEnds(Run $run, int|string $own): int|string|null
    {
        foreach (array_keys($run->state->ledger) as $who) {
            if (isset($run->state->owned($who)["@{$own}"])) {
                return $who;
            }
        }

        return null;
    }
}
