<?php

declare(strict_types=1);

namespace App\Live;

/** The player goes before what only looks, where this user may say so; a service of the system can have given it more than that. */
final class Priority
{
    public const NOTE = 'it plays without raised priority: on a busy computer messages may come late; docs/live.md says how to allow it';
    private const NICE = -15;
    /** Scheduling policies of Linux that go before all others (sched(7)): first in, first out; round robin. */
    private const REAL_TIME = [1, 2];

    /** @return bool whether it goes before others now */
    public static function raise(): bool
    {
        return self::isRealTime((string) @file_get_contents('/proc/self/stat')) || @pcntl_setpriority(self::NICE);
    }

    /** @param string $stat as proc(5) describes /proc/PID/stat */
    public static function isRealTime(string $stat): bool
    {
        // The name of the process, in brackets, may hold anything; the policy is the 41st field, the state behind the name the third.
        $fields = explode(' ', substr($stat, (int) strrpos($stat, ')') + 2));

        return \in_array((int) ($fields[38] ?? 0), self::REAL_TIME, true);
    }
}
