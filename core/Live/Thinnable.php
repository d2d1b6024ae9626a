<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live;

/**
 * Messages of which only the last need arrive: controllers, bend and pressure. Notes, programs, switches and pedals, parameters, channel
 * mode and system messages are none of them.
 */
final class Thinnable
{
    /**
     * Controllers that are more than a value (MIDI 1.0, "Control Change Messages"): bank select, data entry and its steps, the selection of
     * parameters; and the pedals and switches 64 to 69.
     */
    private const NEVER = [0 => true, 32 => true, 6 => true, 38 => true, 96 => true, 97 => true, 98 => true, 99 => true, 100 => true, 101 => true]
        + [64 => true, 65 => true, 66 => true, 67 => true, 68 => true, 69 => true];
    private const FIRST_MODE = 120;

    /**
     * What has the same address has the same control; null for what is never left out.
     *
     * @param array<string, true> $switches controllers that are switches, as channel status and number (two bytes)
     */
    public static function address(string $bytes, array $switches = []): ?string
    {
        return match (\ord($bytes[0]) & 0xF0) {
            0xA0 => $bytes[0].$bytes[1],
            0xB0 => isset(self::NEVER[\ord($bytes[1])]) || \ord($bytes[1]) >= self::FIRST_MODE || isset($switches[$bytes[0].$bytes[1]])
                ? null
                : $bytes[0].$bytes[1],
            0xD0, 0xE0 => $bytes[0],
            default => null,
        };
    }
}
