<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

/** Bytes that simulated controllers have in common. */
final class HandBytes
{
    /** The number in a control's name: 60 for `key 60`; null when it is another control. */
    public static function number(string $control, string $name): ?int
    {
        return 1 === preg_match("/^{$name} (\\d{1,3})$/D", $control, $match) ? (int) $match[1] : null;
    }

    /** A note-on, or with value 0 a note-off. */
    public static function note(int $channel, int $key, int $value): string
    {
        return 0 === $value
            ? \chr(0x80 + $channel - 1).\chr($key).\chr(64)
            : \chr(0x90 + $channel - 1).\chr($key).\chr(self::sevenBit($value));
    }

    public static function controller(int $channel, int $number, int $value): string
    {
        return \chr(0xB0 + $channel - 1).\chr($number).\chr(self::sevenBit($value));
    }

    private static function sevenBit(int $value): int
    {
        return max(0, min(127, $value));
    }
}
