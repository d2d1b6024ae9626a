<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Midi;

/** Key numbers (0 to 127) and their names, in either octave convention. */
final class KeyName
{
    private const STEPS = ['C' => 0, 'D' => 2, 'E' => 4, 'F' => 5, 'G' => 7, 'A' => 9, 'B' => 11];
    private const NAMES = ['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];

    /** The name of a key, such as `F#2`; black keys are spelled as players usually read them. */
    public static function of(int $key, MiddleC $middle = MiddleC::C4): string
    {
        return self::NAMES[$key % 12].(intdiv($key, 12) + $middle->lowestOctave());
    }

    /**
     * The key number of a name, or null when the text is not a key name or lies outside 0 to 127.
     *
     * `Cb4` is the B below C4 and `B#3` the C above B3, as in written music.
     */
    public static function parse(string $name, MiddleC $middle = MiddleC::C4): ?int
    {
        if (1 !== preg_match('/^([A-G])([#b]?)(-?\d{1,2})$/D', $name, $part)) {
            return null;
        }
        $accidental = ['' => 0, '#' => 1, 'b' => -1][$part[2]];
        $key = self::STEPS[$part[1]] + $accidental + 12 * ((int) $part[3] - $middle->lowestOctave());

        return $key >= 0 && $key <= 127 ? $key : null;
    }
}
