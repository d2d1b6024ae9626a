<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Number;

/** Long lists of numbers in compiled code: ends of ranges in ascending order, `[low, high, low, high, …]`. */
final class Ranges
{
    /**
     * The shortest list of ranges that holds the same numbers, in ascending order.
     *
     * @param list<array{int, int}> $ranges
     *
     * @return list<array{int, int}>
     */
    public static function merged(array $ranges): array
    {
        sort($ranges);
        $merged = [];
        $last = null;
        foreach ($ranges as [$low, $high]) {
            if (null !== $last && $low <= $last[1] + 1) {
                $last = [$last[0], max($last[1], $high)];
            } elseif ($low <= $high) {
                if (null !== $last) {
                    $merged[] = $last;
                }
                $last = [$low, $high];
            }
        }

        return null === $last ? $merged : [...$merged, $last];
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
