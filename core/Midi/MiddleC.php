<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Midi;

/** What key 60 is called: makers number octaves in two ways. */
enum MiddleC: string
{
    case C3 = 'C3';
    case C4 = 'C4';

    /** Octave number written for keys 0 to 11. */
    public function lowestOctave(): int
    {
        return self::C4 === $this ? -1 : -2;
    }
}
