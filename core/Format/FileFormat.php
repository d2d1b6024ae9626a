<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

/** The formats in which events are kept, told apart by the ending of a file's name. */
enum FileFormat: string
{
    case Tape = 'tape';
    case MidiFile = 'mid';
    case Csv = 'csv';

    /** Largest MIDI or CSV file read, in bytes; tapes are read line by line and have no limit. */
    public const MAX_BYTES = 64 << 20;

    public static function of(string $fileName): self
    {
        return match (strtolower(pathinfo($fileName, \PATHINFO_EXTENSION))) {
            'mid', 'midi', 'smf' => self::MidiFile,
            'csv' => self::Csv,
            default => self::Tape,
        };
    }

    public function hasTracks(): bool
    {
        return self::Tape !== $this;
    }

    /**
     * The events of a file.
     *
     * @param resource $stream
     * @param (callable(string, string): string)|null $portOf given the name and the place of a track or tape line, the port it is for
     * @param string $begun what {@see TapeReader::begin()} has read of a tape
     *
     * @return \Generator<int, Event>
     *
     * @throws BadFile
     */
    public function events($stream, string $file, ?callable $portOf = null, string $begun = ''): \Generator
    {
        if (self::Tape === $this) {
            foreach (TapeReader::events($stream, $file, $begun) as $line => $event) {
                $port = null === $portOf ? $event->port : $portOf($event->port, "{$file}:{$line}");
                yield $port === $event->port ? $event : new Event($event->timeUs, $port, $event->bytes, $event->pulseUs);
            }

            return;
        }
        yield from $this->tracks($stream, $file)->events(static function (Track $track, int $number) use ($portOf, $file): string {
            $name = TrackFile::portName($track, $number);

            return null === $portOf ? $name : $portOf($name, "{$file}: track {$number}");
        });
    }

    /**
     * @param resource $stream
     * @param list<string> $ports ports that get a track even when nothing happens there
     *
     * @throws WriteFailed
     */
    public function writer($stream, array $ports = [], bool $oneTrack = false): EventWriter
    {
        return match ($this) {
            self::Tape => new TapeWriter($stream),
            self::MidiFile => new SmfWriter($stream, $ports, $oneTrack),
            self::Csv => new CsvWriter($stream, $ports),
        };
    }

    /**
     * The tracks of a MIDI or CSV file, as they are.
     *
     * @param resource $stream
     *
     * @throws BadFile
     */
    public function tracks($stream, string $file): TrackFile
    {
        if (self::Csv === $this) {
            return CsvReader::read($stream, $file);
        }
        $bytes = stream_get_contents($stream, self::MAX_BYTES + 1);
        if (false === $bytes || \strlen($bytes) > self::MAX_BYTES) {
            throw BadFile::whole($file, 'this file is larger than 64 MiB; cut it into parts');
        }

        return SmfReader::read($bytes, $file);
    }
}
