<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

/** One track of a file that counts in ticks, kept as the bytes of a MIDI file's track chunk, and read as it is needed. */
final class Track
{
    private const PULSE = 'pulse ';

    public string $name = '';

    /**
     * @param string $bytes events with their delta times, from one offset to another
     * @param string $file for error messages
     */
    public function __construct(private readonly string $bytes, private readonly int $from, private readonly int $end, private readonly string $file)
    {
    }

    /**
     * @return \Generator<int, TrackEvent> ascending by tick, the end of the track last
     *
     * @throws BadFile
     */
    public function events(): \Generator
    {
        return (new TrackReader($this->bytes, $this->from, $this->end, $this->file))->events();
    }

    /** The events as they stand in a file. */
    public function chunk(): string
    {
        return substr($this->bytes, $this->from, $this->end - $this->from);
    }

    /** The length of the pulse that a cue point of this text stands for, in microseconds; null when it is another cue. */
    public static function pulseOf(string $text): ?int
    {
        return str_starts_with($text, self::PULSE) ? Milliseconds::parse(substr($text, \strlen(self::PULSE))) : null;
    }

    /** The text of the cue point that stands for a pulse. */
    public static function cueText(int $pulseUs): string
    {
        return self::PULSE.Milliseconds::format($pulseUs);
    }
}
