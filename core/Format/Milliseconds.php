<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

/** Times as tapes write them: milliseconds with three decimals, which is whole microseconds. */
final class Milliseconds
{
    /** Latest time that can be named, in microseconds: over eleven days. */
    public const LATEST_US = 999_999_999_999;

    public static function format(int $timeUs): string
    {
        $rest = $timeUs % 1000;

        return intdiv($timeUs, 1000).($rest > 99 ? '.' : ($rest > 9 ? '.0' : '.00')).$rest;
    }

    /** Microseconds of a text such as `12.5`, or null when it is not a time with up to three decimals. */
    public static function parse(string $text): ?int
    {
        if (1 !== preg_match('/^(\d{1,9})(?:\.(\d{1,3}))?$/D', $text, $part)) {
            return null;
        }

        return 1000 * (int) $part[1] + (int) str_pad($part[2] ?? '', 3, '0');
    }
}
