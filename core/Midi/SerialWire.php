<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Midi;

/** The serial wire of MIDI: 31 250 baud, ten bits a byte (MIDI 1.0 Detailed Specification, "Hardware"). */
final class SerialWire
{
    /** Microseconds that a byte takes. */
    public const BYTE_US = 320;
}
