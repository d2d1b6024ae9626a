<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

/** What Standard MIDI Files and CSV files hold in common: tracks of events in ticks, and a tempo map. */
final class TrackFile
{
    /** Events read from one file. */
    public const MOST_EVENTS = 2_000_000;

    /** @var list<Track> */
    public array $tracks = [];
    /** @var list<TempoChange> */
    public array $tempoMap = [];
    /** @var array<string, int> meta events that are no messages, in words, with how often they stand there */
    public array $metaEvents = [];

    public function __construct(public readonly string $file, public readonly Division $division, public readonly int $type)
    {
    }

    /**
     * Adds a track, having looked at each of its events.
     *
     * @return int number of events
     *
     * @throws BadFile
     */
    public function add(Track $track): int
    {
        $count = 0;
        foreach ($track->events() as $event) {
            ++$count;
            if (!$event->isMeta() || TrackEvent::END_OF_TRACK === $event->meta || null !== $event->pulseUs()) {
                continue;
            }
            if (TrackEvent::TRACK_NAME === $event->meta) {
                $track->name = '' === $track->name ? mb_scrub($event->data) : $track->name;
                continue;
            }
            if (TrackEvent::TEMPO === $event->meta) {
                $tempo = new TempoChange($event->tick, (\ord($event->data[0]) << 16) | (\ord($event->data[1]) << 8) | \ord($event->data[2]));
                $this->tempoMap[] = $tempo;
                if (0 === $tempo->tick && Division::DEFAULT_US_PER_QUARTER === $tempo->usPerQuarter) {
                    continue; // what holds anyway
                }
            }
            $this->metaEvents[$event->name()] = 1 + ($this->metaEvents[$event->name()] ?? 0);
        }
        $this->tracks[] = $track;

        return $count;
    }

    /**
     * The events of all tracks by time; at the same tick the earlier track comes first.
     *
     * @param callable(Track, int): string $portOf names the port of a track (counted from 1)
     *
     * @return \Generator<int, Event>
     *
     * @throws BadFile when an event is later than a tape can say
     */
    public function events(callable $portOf): \Generator
    {
        $tempoMap = $this->tempoMap;
        usort($tempoMap, static fn (TempoChange $a, TempoChange $b): int => $a->tick <=> $b->tick);
        $timeOf = $this->division->clock($tempoMap);
        $ports = [];
        foreach ($this->merged() as $index => $event) {
            $pulseUs = $event->pulseUs();
            $bytes = $event->bytes();
            if ('' === $bytes && null === $pulseUs) {
                continue;
            }
            $timeUs = $timeOf($event->tick);
            if ($timeUs > Milliseconds::LATEST_US) {
                throw BadFile::whole(
                    $this->file,
                    \sprintf(
                        'track %d: the event at tick %d is later than %s ms, the latest time there is; cut the file into parts',
                        $index + 1,
                        $event->tick,
                        Milliseconds::format(Milliseconds::LATEST_US),
                    ),
                );
            }
            yield new Event($timeUs, $ports[$index] ??= $portOf($this->tracks[$index], $index + 1), $bytes, $pulseUs);
        }
    }

    /**
     * All events in order of ticks, keyed by the position of their track.
     *
     * @return \Generator<int, TrackEvent>
     *
     * @throws BadFile
     */
    public function merged(): \Generator
    {
        $next = new \SplPriorityQueue();
        $readers = [];
        foreach ($this->tracks as $index => $track) {
            $readers[$index] = $track->events();
            $next->insert($index, [-$readers[$index]->current()->tick, -$index]);
        }
        while (!$next->isEmpty()) {
            /** @var int $index */
            $index = $next->extract();
            yield $index => $readers[$index]->current();
            $readers[$index]->next();
            if ($readers[$index]->valid()) {
                $next->insert($index, [-$readers[$index]->current()->tick, -$index]);
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
