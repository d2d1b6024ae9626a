<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

/** Something that happened at a port: MIDI bytes, or on a pulse port a pulse. Times are integer microseconds. */
final readonly class Event
{
    public function __construct(
        public int $timeUs,
        public string $port,
        public string $bytes,
        /** Length of a timing pulse in microseconds; null for MIDI bytes. */
        public ?int $pulseUs = null,
    ) {
    }
}
