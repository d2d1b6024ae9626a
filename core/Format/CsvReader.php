<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

/**
 * Reads the widespread CSV form of MIDI files: `Track, Time, Type, values…`.
 *
 * Records may stand in any order; comment lines begin with # or ;.
 */
final class CsvReader
{
    private const MAX_TICK = 1 << 40;
    /** Longest line in bytes; a system exclusive message of 64 KiB takes a quarter of it. */
    private const MAX_LINE = 2 << 20;

    /** @var array<int, array<int, string>> by track and tick, encoded events; those of one tick follow each other in the order of the file */
    private array $events = [];
    /** @var array<int, int> by track, tick of its end */
    private array $ends = [];
    private ?TrackFile $song = null;
    private int $count = 0;

    private function __construct(private readonly string $file)
    {
    }

    /**
     * @param resource $stream
     *
     * @throws BadFile
     */
    public static function read($stream, string $file): TrackFile
    {
        return (new self($file))->file($stream);
    }

    /**
     * @param resource $stream
     *
     * @throws BadFile
     */
    private function file($stream): TrackFile
    {
        for ($line = 1; false !== ($text = fgets($stream, self::MAX_LINE)); ++$line) {
            if (\strlen($text) >= self::MAX_LINE - 1) {
                throw BadFile::atLine($this->file, $line, 'this line is longer than 2 MiB; a file has one record a line');
            }
            $text = trim(1 === $line && str_starts_with($text, "\u{FEFF}") ? substr($text, 3) : $text);
            if ('' === $text || '#' === $text[0] || ';' === $text[0]) {
                continue;
            }
            $this->record(array_map(static fn (?string $field): string => trim((string) $field), str_getcsv($text, ',', '"', '')), $line);
        }
        if (null === $this->song) {
            throw BadFile::atLine($this->file, 1, 'no Header record; the first record should be "0, 0, Header, type, tracks, division"');
        }
        $numbers = array_keys($this->events + $this->ends);
        sort($numbers);
        foreach ($numbers as $number) {
            $this->song->add($this->track($number));
            unset($this->events[$number]);
        }

        return $this->song;
    }

    /**
     * @param list<string> $fields
     *
     * @throws BadFile
     */
    private function record(array $fields, int $line): void
    {
        if (\count($fields) < 3) {
            throw BadFile::atLine($this->file, $line, 'a record has at least a track, a time and a type');
        }
        $number = CsvRecord::number($fields, 0, 65535, $this->file, $line);
        $tick = CsvRecord::number($fields, 1, self::MAX_TICK, $this->file, $line);
        if ('header' === strtolower($fields[2])) {
            $division = Division::ofWord(CsvRecord::number($fields, 5, 0xFFFF, $this->file, $line));
            if (null === $division) {
                throw BadFile::atLine($this->file, $line, 'this division means nothing; write ticks a quarter note, such as 480');
            }
            $this->song = new TrackFile($this->file, $division, min(1, CsvRecord::number($fields, 3, 2, $this->file, $line)));

            return;
        }
        if (null === $this->song) {
            throw BadFile::atLine($this->file, $line, 'the first record must be the Header');
        }
        if (0 === $number) {
            return; // End_of_file
        }
        $event = CsvRecord::read($fields, $tick, $this->file, $line);
        if (null === $event || ($event->isMeta() && TrackEvent::END_OF_TRACK === $event->meta)) {
            $this->ends[$number] = max($tick, $this->ends[$number] ?? 0);

            return;
        }
        $before = $this->events[$number][$tick] ?? null;
        $this->events[$number][$tick] = (null === $before ? '' : $before.VariableLength::delta(0)).$event->encoded();
        if (++$this->count > TrackFile::MOST_EVENTS / 2) {
            throw BadFile::atLine($this->file, $line, \sprintf('this file has more than %d events; cut it into parts', TrackFile::MOST_EVENTS / 2));
        }
    }

    private function track(int $number): Track
    {
        $events = $this->events[$number] ?? [];
        ksort($events);
        $bytes = '';
        $last = 0;
        foreach ($events as $tick => $encoded) {
            $bytes .= VariableLength::delta($tick - $last).$encoded;
            $last = $tick;
        }
        $bytes .= VariableLength::delta(max(0, ($this->ends[$number] ?? 0) - $last))."\xFF\x2F\x00";

        return new Track($bytes, 0, \strlen($bytes), $this->file);
    }
}
