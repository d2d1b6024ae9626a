<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Midi;

/** The tempos that a clock can have, in beats a minute, and its clock bytes. */
final class Tempo
{
    public const SLOWEST = 20;
    public const FASTEST = 400;
    /** MIDI 1.0 Detailed Specification, "Timing Clock". */
    public const CLOCKS_A_BEAT = 24;
}
