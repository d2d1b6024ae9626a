<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Midi;

/** Values of controls that are either on or off (MIDI 1.0 Detailed Specification, "Control Change": 0 to 63 is off, 64 to 127 on). */
final class OnOff
{
    public const LEAST_ON = 64;
}
