<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Number;

/** Long lists of numbers in compiled code: ends of ranges in ascending order, `[low, high, low, high, …]`. */
final class Ranges
{
    /**
     * The shortest list of ranges that holds the same numbers, in ascending order.
     *
     * @param list<int> $ends first and last of each range, as they are written
     *
     * @return list<int>
     */
    public static function merged(array $ends): array
    {
        $upTo = [];
        foreach (array_keys($ends) as $index) {
            if (0 === $index % 2 && $ends[$index] <= $ends[$index + 1]) {
                $upTo[$ends[$index]] = max($upTo[$ends[$index]] ?? $ends[$index + 1], $ends[$index + 1]);
            }
        }
        ksort($upTo);
        $merged = [];
        $last = null;
        foreach ($upTo as $low => $high) {
            if (null !== $last && $low <= $last + 1) {
                array_pop($merged);
            } else {
                $merged[] = $low;
            }
            $merged[] = $last = max($last ?? $high, $high);
        }

        return $merged;
    }

    /**
     * The place of a number among ranges in any order, from 1; 0 when it is in none.
     *
     * @param list<int> $ends first and last of each range, as they are written
     */
    public static function place(array $ends, int $number): int
    {
        $before = 0;
        for ($i = 0; $i < \count($ends); $i += 2) {
            if ($number >= $ends[$i] && $number <= $ends[$i + 1]) {
                return $before + $number - $ends[$i] + 1;
            }
            $before += max(0, $ends[$i + 1] - $ends[$i] + 1);
        }

        return 0;
    }

    /** @param list<int> $ends */
    public static function size(array $ends): int
    {
        $size = 0;
        for ($i = 0; $i < \count($ends); $i += 2) {
            $size += max(0, $ends[$i + 1] - $ends[$i] + 1);
        }

        return $size;
    }

    /** @param list<int> $ends */
    public static function has(array $ends, int $number): bool
    {
        $low = 0;
        $high = \count($ends) >> 1;
        while ($low < $high) {
            $middle = $low + $high >> 1;
            if ($number < $ends[2 * $middle]) {
                $high = $middle;
            } elseif ($number > $ends[2 * $middle + 1]) {
                $low = $middle + 1;
            } else {
                return true;
            }
        }

        return false;
    }
}
