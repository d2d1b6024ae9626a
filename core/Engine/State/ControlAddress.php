<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\State;

/**
 * A control as one number: kind of message, port, channel and key or number. Incoming controls and present values at out
 * ports are called by it; nothing else knows how it is made up.
 */
final class ControlAddress
{
    /** Ports that there can be; the number of a port has to fit. */
    public const MOST_PORTS = 256;

    /**
     * @param int $kind ordinal of a kind of message
     * @param int $channel 1 to 16; 0 for messages without one
     * @param int $number key, controller or parameter; 0 for messages without one
     */
    public static function of(int $kind, int $port, int $channel, int $number): int
    {
        return $kind << 27 | $port << 19 | $channel << 14 | $number;
    }

    public static function kind(int $control): int
    {
        return $control >> 27;
    }

    public static function port(int $control): int
    {
        return $control >> 19 & 0xFF;
    }

    public static function channel(int $control): int
    {
        return $control >> 14 & 31;
    }

    public static function number(int $control): int
    {
        return $control & 0x3FFF;
    }

    /** The same control at another port. */
    public static function at(int $control, int $port): int
    {
        return $control & ~(0xFF << 19) | $port << 19;
    }
}
