<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Controls;

use ZigzagPost\Core\Engine\Book\KeptLamp;
use ZigzagPost\Core\Engine\Book\LampReasonSort;
use ZigzagPost\Core\Engine\Run\Run;
use ZigzagPost\Core\Engine\State\State;

/** Keeps the lamps of devices true: each is lit while what it stands for is so. Messages go out where something has changed. */
final class LampKeeper
{
    /** Sends what has changed: lamps that go out before those that are lit, in the order of the charts. */
    public static function refresh(Run $run, int $t): void
    {
        $state = $run->state;
        $changed = [[], []];
        foreach ($run->book->lamps() as $index => $lamp) {
            $isLit = self::isLit($state, $lamp);
            if (($state->lamps[$index] ?? null) !== $isLit) {
                $state->lamps[$index] = $isLit;
                $changed[$isLit ? 1 : 0][] = $index;
            }
        }
        foreach ([...$changed[0], ...$changed[1]] as $index) {
            $lamp = $run->book->lamps()[$index];
            foreach ($state->lamps[$index] ? $lamp->on : $lamp->off as $bytes) {
                $run->emit($t, $lamp->port, $bytes);
            }
        }
    }

    /**
     * All lamps at these ports are sent anew next time.
     *
     * @param list<int> $ports
     */
    public static function forget(Run $run, array $ports): void
    {
        foreach ($run->book->lamps() as $index => $lamp) {
            if (\in_array($lamp->port, $ports, true)) {
                unset($run->state->lamps[$index]);
            }
        }
    }

    /** The first reason that counts in the present scene decides. */
    private static function isLit(State $state, KeptLamp $lamp): bool
    {
        foreach ($lamp->reasons as $reason) {
            if ($reason->scene >= 0 && $reason->scene !== $state->scene) {
                continue;
            }
            $present = $state->present[(int) $reason->what] ?? null;

            return match ($reason->sort) {
                LampReasonSort::Group => ($state->choices[$reason->what] ?? 0) === $reason->first,
                LampReasonSort::Toggle => true === ($state->toggled[$reason->what][$reason->first] ?? false),
                LampReasonSort::Other => null !== $present && abs($present - $reason->second) < abs($present - $reason->first),
                LampReasonSort::Scene => $state->scene === $reason->what,
            };
        }

        return false;
    }
}
