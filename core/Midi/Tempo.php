<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Midi;

/**
 * The tempos that a clock can have, in beats a minute, and its clock bytes.
 *
 * Beat: its length in microseconds as a fraction; as an array, since the state keeps it and is written as arrays.
 *
 * @phpstan-type Beat array{int, int}
 */
final class Tempo
{
    public const SLOWEST = 20;
    public const FASTEST = 400;
    /** MIDI 1.0 Detailed Specification, "Timing Clock". */
    public const CLOCKS_A_BEAT = 24;
}
