<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

/** Variable-length numbers of MIDI files: seven bits a byte, at most four bytes (RP-001). */
final class VariableLength
{
    public const HIGHEST = 0x0FFFFFFF;

    /** Before an event that is so far off that no delta time reaches it: an empty text event, which every reader takes. */
    private const STEP = "\xFF\xFF\xFF\x7F\xFF\x01\x00";

    public static function of(int $value): string
    {
        $bytes = \chr($value & 0x7F);
        while (($value >>= 7) > 0) {
            $bytes = \chr(0x80 | ($value & 0x7F)).$bytes;
        }

        return $bytes;
    }

    /** The delta time of an event, with as many steps before it as a long gap needs. */
    public static function delta(int $ticks): string
    {
        $steps = intdiv(max(0, $ticks - 1), self::HIGHEST);

        return str_repeat(self::STEP, $steps).self::of($ticks - $steps * self::HIGHEST);
    }
}
