<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

use ZigzagPost\Core\Midi\Decoder;

/**
 * Reads Standard MIDI Files of types 0 and 1 (RP-001): running status, tempo, SMPTE division, system exclusive in packets
 * and escape events. Other meta events are skipped; a damaged file is refused with the offset of the damage.
 */
final class SmfReader
{
    private const META_TRACK_NAME = 0x03;
    private const META_END_OF_TRACK = 0x2F;
    private const META_CUE_POINT = 0x07;
    private const META_TEMPO = 0x51;

    private int $at = 0;
    private int $end;

    private function __construct(private readonly string $bytes, private readonly string $file)
    {
        $this->end = \strlen($bytes);
    }

    /** @throws BadFile */
    public static function read(string $bytes, string $file): TrackFile
    {
        return (new self($bytes, $file))->file();
    }

    private function file(): TrackFile
    {
        if (!str_starts_with($this->bytes, 'MThd')) {
            throw BadFile::atByte($this->file, 0, 'not a Standard MIDI File (it does not begin with MThd)');
        }
        $this->at = 4;
        $length = $this->number(4);
        if ($length < 6 || $length > $this->end - $this->at) {
            throw BadFile::atByte($this->file, 4, 'the header says it is '.$length.' bytes long; it should be 6');
        }
        $type = $this->number(2);
        if ($type > 1) {
            throw BadFile::atByte($this->file, 8, "type {$type} is not supported; save the file as type 0 or 1");
        }
        $count = $this->number(2);
        $division = Division::ofWord($this->number(2));
        if (null === $division) {
            throw BadFile::atByte($this->file, 12, 'the time division of this file means nothing');
        }
        $this->at = 8 + $length;
        $song = new TrackFile($this->file, $division);
        while (\count($song->tracks) < $count) {
            $this->chunk($song, $count);
        }

        return $song;
    }

    private function chunk(TrackFile $song, int $count): void
    {
        if ($this->end - $this->at < 8) {
            throw BadFile::atByte($this->file, $this->at, \sprintf('the file ends after %d of %d tracks', \count($song->tracks), $count));
        }
        $name = substr($this->bytes, $this->at, 4);
        $this->at += 4;
        $length = $this->number(4);
        if ($length > $this->end - $this->at) {
            throw BadFile::atByte($this->file, $this->at - 4, \sprintf('a chunk of %d bytes is announced, but only %d are left', $length, $this->end - $this->at));
        }
        $whole = $this->end;
        $this->end = $this->at + $length;
        if ('MTrk' === $name) {
            $song->tracks[] = $this->track($song);
        }
        $this->at = $this->end;
        $this->end = $whole;
    }

    private function track(TrackFile $song): Track
    {
        $track = new Track();
        $tick = 0;
        $running = 0;
        while ($this->at < $this->end) {
            $tick += $this->variableLength();
            $start = $this->at;
            $status = $this->byte();
            if (0xFF === $status) {
                $running = 0;
                if (!$this->meta($song, $track, $tick)) {
                    break;
                }
            } elseif (0xF0 === $status || 0xF7 === $status) {
                $running = 0;
                $data = $this->take($this->variableLength());
                $bytes = (0xF0 === $status ? "\xF0" : '').$data;
                if ('' !== $bytes) {
                    $track->events[] = [$tick, $bytes];
                }
            } elseif ($status >= 0xF0) {
                throw BadFile::atByte($this->file, $start, \sprintf('status byte %02X does not belong in a track', $status));
            } else {
                if ($status < 0x80) {
                    if (0 === $running) {
                        throw BadFile::atByte($this->file, $start, 'a data byte stands where a status byte should');
                    }
                    $status = $running;
                    --$this->at;
                }
                $running = $status;
                $track->events[] = [$tick, \chr($status).$this->data(Decoder::dataBytes($status))];
            }
        }

        return $track;
    }

    /** Reads a meta event; false at the end of the track. */
    private function meta(TrackFile $song, Track $track, int $tick): bool
    {
        $start = $this->at - 1;
        $type = $this->byte();
        $data = $this->take($this->variableLength());
        if (self::META_TRACK_NAME === $type && '' === $track->name) {
            $track->name = mb_scrub($data);
        } elseif (self::META_TEMPO === $type) {
            if (3 !== \strlen($data)) {
                throw BadFile::atByte($this->file, $start, 'a tempo event has 3 bytes of data, this one '.\strlen($data));
            }
            $song->tempoMap[] = [$tick, self::bigEndian($data)];
        } elseif (self::META_CUE_POINT === $type) {
            $track->cuePoint($tick, $data);
        }

        return self::META_END_OF_TRACK !== $type;
    }

    private function data(int $length): string
    {
        $start = $this->at;
        $data = $this->take($length);
        for ($i = 0; $i < $length; ++$i) {
            if (\ord($data[$i]) >= 0x80) {
                throw BadFile::atByte($this->file, $start + $i, \sprintf('%02X is not a data byte', \ord($data[$i])));
            }
        }

        return $data;
    }

    private function variableLength(): int
    {
        $start = $this->at;
        $value = 0;
        for ($i = 0; $i < 4; ++$i) {
            $byte = $this->byte();
            $value = $value << 7 | ($byte & 0x7F);
            if ($byte < 0x80) {
                return $value;
            }
        }
        throw BadFile::atByte($this->file, $start, 'a variable-length number is longer than four bytes');
    }

    private function byte(): int
    {
        return \ord($this->take(1));
    }

    private function number(int $length): int
    {
        return self::bigEndian($this->take($length));
    }

    private function take(int $length): string
    {
        if ($length > $this->end - $this->at) {
            throw BadFile::atByte($this->file, $this->at, \sprintf('%d more bytes are needed here, but only %d are left', $length, $this->end - $this->at));
        }
        $this->at += $length;

        return substr($this->bytes, $this->at - $length, $length);
    }

    private static function bigEndian(string $bytes): int
    {
        $value = 0;
        foreach (str_split($bytes) as $byte) {
            $value = $value << 8 | \ord($byte);
        }

        return $value;
    }
}
