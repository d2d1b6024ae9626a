<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

/** One track of a file that counts in ticks: its name and its MIDI bytes, ascending by tick. */
final class Track
{
    private const PULSE = 'pulse ';

    public string $name = '';
    /** @var list<array{0: int, 1: string, 2?: int}> tick and bytes; of a pulse no bytes, and its length in microseconds */
    public array $events = [];

    /** Adds a pulse, if that is what a cue point of this text stands for. */
    public function cuePoint(int $tick, string $text): void
    {
        $lengthUs = str_starts_with($text, self::PULSE) ? Milliseconds::parse(substr($text, \strlen(self::PULSE))) : null;
        if (null !== $lengthUs) {
            $this->events[] = [$tick, '', $lengthUs];
        }
    }

    /** The text of the cue point that stands for a pulse. */
    public static function cueText(int $pulseUs): string
    {
        return self::PULSE.Milliseconds::format($pulseUs);
    }
}
