<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Controls;

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
        foreach ($run->book->lamps() as $index => [$port, , , $reasons]) {
            $isLit = self::isLit($state, $reasons);
            if (($state->lamps[$index] ?? null) !== $isLit) {
                $state->lamps[$index] = $isLit;
                $changed[$isLit ? 1 : 0][] = $index;
            }
        }
        foreach ([...$changed[0], ...$changed[1]] as $index) {
            [$port, $off, $on] = $run->book->lamps()[$index];
            foreach ($state->lamps[$index] ? $on : $off as $bytes) {
                $run->emit($t, $port, $bytes);
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
        foreach ($run->book->lamps() as $index => [$port]) {
            if (\in_array($port, $ports, true)) {
                unset($run->state->lamps[$index]);
            }
        }
    }

    /**
     * The first reason that counts in the present scene decides.
     *
     * @param list<array{string, int|string, int, int, int}> $reasons
     */
    private static function isLit(State $state, array $reasons): bool
    {
        foreach ($reasons as [$sort, $what, $first, $second, $scene]) {
            if ($scene >= 0 && $scene !== $state->scene) {
                continue;
            }

            return match ($sort) {
                'group' => ($state->choices[$what] ?? 0) === $first,
                'toggle' => true === ($state->toggled[$what][$first] ?? false),
                'other' => isset($state->present[(int) $what]) && abs($state->present[(int) $what] - $second) < abs($state->present[(int) $what] - $first),
                default => $state->scene === $what,
            };
        }

        return false;
    }
}
