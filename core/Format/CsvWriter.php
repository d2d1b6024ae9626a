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
     */
    public function __construct(private readonly mixed $stream, array $ports = [])
    {
        $this->tracks = new TickTracks($ports);
    }

    public function write(Event $event): void
    {
        // The track number is known at the end only: the record is kept from its time on.
        $this->tracks->add($event->port, $event->timeUs, static fn (int $tick): string => "{$tick}, ".self::record($event)."\n");
    }

    public function finish(): void
    {
        $ports = $this->tracks->ports();
        fwrite($this->stream, \sprintf("0, 0, Header, 1, %d, %d\n", 1 + \count($ports), TickTracks::TICKS_PER_QUARTER));
        fwrite($this->stream, \sprintf("1, 0, Start_track\n1, 0, Tempo, %d\n1, 0, End_track\n", TickTracks::US_PER_QUARTER));
        foreach ($ports as $index => $port) {
            $number = $index + 2;
            fwrite($this->stream, "{$number}, 0, Start_track\n{$number}, 0, Title_t, \"{$port}\"\n");
            $lines = fopen('php://temp', 'w+');
            if (false === $lines) {
                throw new \RuntimeException('no temporary file can be opened; is the disk full?');
            }
            $this->tracks->copy($port, $lines);
            rewind($lines);
            while (false !== ($line = fgets($lines))) {
                fwrite($this->stream, "{$number}, {$line}");
            }
            fwrite($this->stream, \sprintf("%d, %d, End_track\n", $number, $this->tracks->lastTick($port)));
        }
        fwrite($this->stream, "0, 0, End_of_file\n");
    }

    private static function record(Event $event): string
    {
        if (null !== $event->pulseUs) {
            return 'Cue_point_t, "'.Track::cueText($event->pulseUs).'"';
        }
        $bytes = array_map(\ord(...), str_split($event->bytes));
        $channel = $bytes[0] & 0x0F;
        $first = $bytes[1] ?? 0;
        $second = $bytes[2] ?? 0;

        return match ($bytes[0] & 0xF0) {
            0x80 => "Note_off_c, {$channel}, {$first}, {$second}",
            0x90 => "Note_on_c, {$channel}, {$first}, {$second}",
            0xA0 => "Poly_aftertouch_c, {$channel}, {$first}, {$second}",
            0xB0 => "Control_c, {$channel}, {$first}, {$second}",
            0xC0 => "Program_c, {$channel}, {$first}",
            0xD0 => "Channel_aftertouch_c, {$channel}, {$first}",
            0xE0 => "Pitch_bend_c, {$channel}, ".($second << 7 | $first),
            default => 0xF0 === $bytes[0]
                ? 'System_exclusive, '.(\count($bytes) - 1).', '.implode(', ', \array_slice($bytes, 1))
                : 'System_exclusive_packet, '.\count($bytes).', '.implode(', ', $bytes),
        };
    }
}
