<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

/**
 * Reads the widespread CSV form of MIDI files: `Track, Time, Type, values…`.
 *
 * Records may stand in any order; comment lines begin with # or ;. Meta records other than titles and tempo are skipped.
 */
final class CsvReader
{
    /** Channel records: status byte and, for each value after the channel, its highest. */
    private const CHANNEL_RECORDS = [
        'note_off_c' => [0x80, [127, 127]],
        'note_on_c' => [0x90, [127, 127]],
        'poly_aftertouch_c' => [0xA0, [127, 127]],
        'control_c' => [0xB0, [127, 127]],
        'program_c' => [0xC0, [127]],
        'channel_aftertouch_c' => [0xD0, [127]],
        'pitch_bend_c' => [0xE0, [16383]],
    ];

    private const MAX_TICK = 1 << 40;

    /** @var array<int, Track> */
    private array $tracks = [];
    private ?TrackFile $song = null;

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

    /** @param resource $stream */
    private function file($stream): TrackFile
    {
        for ($line = 1; false !== ($text = fgets($stream)); ++$line) {
            $text = trim($text);
            if ('' === $text || '#' === $text[0] || ';' === $text[0]) {
                continue;
            }
            $this->record(array_map(static fn (?string $field): string => trim((string) $field), str_getcsv($text, ',', '"', '')), $line);
        }
        if (null === $this->song) {
            throw BadFile::atLine($this->file, 1, 'no Header record; the first record should be "0, 0, Header, type, tracks, division"');
        }
        ksort($this->tracks);
        foreach ($this->tracks as $track) {
            usort($track->events, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
        }
        $this->song->tracks = array_values($this->tracks);

        return $this->song;
    }

    /** @param list<string> $fields */
    private function record(array $fields, int $line): void
    {
        if (\count($fields) < 3) {
            throw BadFile::atLine($this->file, $line, 'a record has at least a track, a time and a type');
        }
        $number = $this->number($fields, 0, 65535, $line);
        $tick = $this->number($fields, 1, self::MAX_TICK, $line);
        $type = strtolower($fields[2]);
        if ('header' === $type) {
            $division = Division::ofWord($this->number($fields, 5, 0xFFFF, $line));
            if (null === $division) {
                throw BadFile::atLine($this->file, $line, 'this division means nothing; write ticks a quarter note, such as 480');
            }
            $this->song = new TrackFile($this->file, $division);

            return;
        }
        if (null === $this->song) {
            throw BadFile::atLine($this->file, $line, 'the first record must be the Header');
        }
        if (0 === $number) {
            return; // End_of_file
        }
        $track = $this->tracks[$number] ??= new Track();
        if (isset(self::CHANNEL_RECORDS[$type])) {
            $track->events[] = [$tick, $this->channelMessage($type, $fields, $line)];
        } elseif ('title_t' === $type) {
            $track->name = $fields[3] ?? '';
        } elseif ('cue_point_t' === $type) {
            $track->cuePoint($tick, $fields[3] ?? '');
        } elseif ('tempo' === $type) {
            $this->song->tempoMap[] = [$tick, $this->number($fields, 3, 0xFFFFFF, $line)];
        } elseif ('system_exclusive' === $type || 'system_exclusive_packet' === $type) {
            $bytes = ('system_exclusive' === $type ? "\xF0" : '').$this->packet($fields, $line);
            if ('' !== $bytes) {
                $track->events[] = [$tick, $bytes];
            }
        } elseif (str_ends_with($type, '_c')) {
            throw BadFile::atLine($this->file, $line, "\"{$fields[2]}\" is not a record of this format");
        }
    }

    /** @param list<string> $fields */
    private function channelMessage(string $type, array $fields, int $line): string
    {
        [$status, $highest] = self::CHANNEL_RECORDS[$type];
        $bytes = \chr($status | $this->number($fields, 3, 15, $line));
        foreach ($highest as $index => $limit) {
            $value = $this->number($fields, 4 + $index, $limit, $line);
            $bytes .= \chr($value & 0x7F);
            if ($limit > 127) {
                $bytes .= \chr($value >> 7);
            }
        }

        return $bytes;
    }

    /** @param list<string> $fields */
    private function packet(array $fields, int $line): string
    {
        $length = $this->number($fields, 3, 1 << 20, $line);
        if (\count($fields) - 4 < $length) {
            throw BadFile::atLine($this->file, $line, \sprintf('%d bytes are announced, but only %d stand here', $length, \count($fields) - 4));
        }
        $bytes = '';
        for ($i = 0; $i < $length; ++$i) {
            $bytes .= \chr($this->number($fields, 4 + $i, 255, $line));
        }

        return $bytes;
    }

    /** @param list<string> $fields */
    private function number(array $fields, int $index, int $highest, int $line): int
    {
        $text = $fields[$index] ?? '';
        if (1 !== preg_match('/^\d{1,15}$/D', $text) || (int) $text > $highest) {
            throw BadFile::atLine($this->file, $line, \sprintf('value %d should be a number from 0 to %d', $index + 1, $highest));
        }

        return (int) $text;
    }
}
