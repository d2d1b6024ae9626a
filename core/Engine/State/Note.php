<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\State;

/**
 * A note at a port as one number: port, channel and key. Held keys and sounding notes are called by it, and the channels of a port
 * by what they have in common; nothing else knows how these numbers are made up.
 */
final class Note
{
    /** For code that has no time for a call: how far port and channel are shifted, and the bits of channel and key. */
    public const PORT = 11;
    public const CHANNEL = 7;
    public const CHANNEL_BITS = 0x0F;
    public const KEY_BITS = 0x7F;

    /**
     * @param int $channel 1 to 16
     * @param int $key 0 to 127
     */
    public static function of(int $port, int $channel, int $key): int
    {
        return $port << 11 | ($channel - 1) << 7 | $key;
    }

    /**
     * PHP for {@see of()} without the call.
     *
     * @param string $channel, $key PHP of a variable or number
     */
    public static function code(int $port, string $channel, string $key): string
    {
        return ctype_digit($channel) ? self::of($port, (int) $channel, 0)." + {$key}" : ($port << 11)." + ({$channel} - 1 << 7) + {$key}";
    }

    public static function port(int $note): int
    {
        return $note >> 11;
    }

    /** 1 to 16 */
    public static function channel(int $note): int
    {
        return ($note >> 7 & 0x0F) + 1;
    }

    public static function key(int $note): int
    {
        return $note & 0x7F;
    }

    /** The same note at another port. */
    public static function at(int $note, int $port): int
    {
        return $port << 11 | ($note & 0x7FF);
    }

    /** A channel of a port as one number. */
    public static function place(int $port, int $channel): int
    {
        return $port << 4 | $channel - 1;
    }

    /** The channel of a port at which a note sounds. */
    public static function placeOf(int $note): int
    {
        return $note >> 7;
    }

    /** The same channel of another port; the ports by what they become. */
    public static function placeAt(int $place, int $port): int
    {
        return $port << 4 | ($place & 0x0F);
    }

    public static function portOfPlace(int $place): int
    {
        return $place >> 4;
    }
}
