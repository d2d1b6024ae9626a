<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

use ZigzagPost\Core\Rig\Chart\KindName;

/** Which numbers may be given to a control or a parameter that can be assigned. */
final class NumberClass
{
    /** Bank select, data entry, parameter selection and mode messages: never. */
    private const NEVER = [0, 6, 32, 38, 96, 97, 98, 99, 100, 101, 120, 121, 122, 123, 124, 125, 126, 127];

    /** @return list<int> numbers with no meaning of their own */
    public static function free(KindName $kind): array
    {
        return KindName::Cc === $kind ? array_values(array_diff(range(0, 119), self::NEVER, self::reserved($kind))) : range(0, 127);
    }

    /** @return list<int> numbers with a standard meaning (MIDI 1.0, table III), taken only if all else is */
    public static function reserved(KindName $kind): array
    {
        return KindName::Cc === $kind ? [1, 2, 4, 5, 7, 8, 10, 11, 12, 13, ...range(33, 37), ...range(39, 79), 84, 88, ...range(91, 95)] : [];
    }

    public static function isNever(KindName $kind, int $number): bool
    {
        return KindName::Cc === $kind && \in_array($number, self::NEVER, true);
    }

    public static function isReserved(KindName $kind, int $number): bool
    {
        return \in_array($number, self::reserved($kind), true);
    }
}
