<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

/** What Standard MIDI Files and CSV files hold in common: tracks of events in ticks, and a tempo map. */
final class TrackFile
{
    /** @var list<Track> */
    public array $tracks = [];
    /** @var list<array{int, int}> tick and microseconds a quarter note */
    public array $tempoMap = [];

    public function __construct(public readonly string $file, public readonly Division $division)
    {
    }

    /**
     * The events of all tracks by time; at the same tick the earlier track comes first.
     *
     * @param callable(Track, int): string $portOf names the port of a track (counted from 1)
     *
     * @return \Generator<int, Event>
     */
    public function events(callable $portOf): \Generator
    {
        $tempoMap = $this->tempoMap;
        usort($tempoMap, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
        $timeOf = $this->division->clock($tempoMap);
        $next = new \SplPriorityQueue();
        $ports = [];
        foreach ($this->tracks as $index => $track) {
            if ([] !== $track->events) {
                $ports[$index] = $portOf($track, $index + 1);
                $next->insert([$index, 0], [-$track->events[0][0], -$index]);
            }
        }
        while (!$next->isEmpty()) {
            /** @var array{int, int} $at */
            $at = $next->extract();
            [$index, $position] = $at;
            $events = $this->tracks[$index]->events;
            [$tick, $bytes] = $events[$position];
            yield new Event($timeOf($tick), $ports[$index], $bytes, $events[$position][2] ?? null);
            if (isset($events[$position + 1])) {
                $next->insert([$index, $position + 1], [-$events[$position + 1][0], -$index]);
            }
        }
    }

    /** A port name made from a track's name: small letters, digits and _; `track2` when nothing is left of it. */
    public static function portName(Track $track, int $number): string
    {
        $name = trim((string) preg_replace('/[^a-z0-9]+/', '_', mb_strtolower($track->name)), '_');

        return 1 === preg_match('/^[a-z]/', $name) ? $name : 'track'.$number;
    }
}
