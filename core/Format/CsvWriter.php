<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

/**
 * Writes the widespread CSV form of MIDI files: `Track, Time, Type, values…`, one record an event.
 *
 * System messages other than system exclusive become `System_exclusive_packet` records, the escape events of MIDI files.
 */
final class CsvWriter implements EventWriter
{
    private readonly TickTracks $tracks;

    /**
     * @param resource $stream
     * @param list<string> $ports
     *
     * @throws WriteFailed
     */
    public function __construct(private readonly mixed $stream, array $ports = [])
    {
        $this->tracks = new TickTracks($ports);
    }

    /** @throws WriteFailed */
    public function write(Event $event): void
    {
        // The track number is known at the end only: the record is kept from its time on.
        $this->tracks->add($event->port, $event->timeUs, static fn (int $tick): string => "{$tick}, ".self::record($event)."\n");
    }

    /** @throws WriteFailed */
    public function finish(): void
    {
        $ports = $this->tracks->ports();
        Sink::put($this->stream, \sprintf("0, 0, Header, 1, %d, %d\n", 1 + \count($ports), TickTracks::TICKS_PER_QUARTER));
        Sink::put($this->stream, \sprintf("1, 0, Start_track\n1, 0, Tempo, %d\n1, 0, End_track\n", TickTracks::US_PER_QUARTER));
        foreach ($ports as $index => $port) {
            $number = $index + 2;
            Sink::put($this->stream, "{$number}, 0, Start_track\n{$number}, 0, Title_t, \"{$port}\"\n");
            $lines = Sink::temporary();
            $this->tracks->copy($port, $lines);
            rewind($lines);
            while (false !== ($line = fgets($lines))) {
                Sink::put($this->stream, "{$number}, {$line}");
            }
            Sink::put($this->stream, \sprintf("%d, %d, End_track\n", $number, $this->tracks->lastTick($port)));
        }
        Sink::put($this->stream, "0, 0, End_of_file\n");
    }

    private static function record(Event $event): string
    {
        if (null !== $event->pulseUs) {
            return 'Cue_point_t, "'.Track::cueText($event->pulseUs).'"';
        }
        $status = \ord($event->bytes[0]);

        return CsvRecord::of(match (true) {
            $status < 0xF0 => new TrackEvent(0, $status, $event->bytes),
            TrackEvent::SYSEX === $status => new TrackEvent(0, $status, substr($event->bytes, 1)),
            default => new TrackEvent(0, TrackEvent::ESCAPE, $event->bytes),
        });
    }
}
