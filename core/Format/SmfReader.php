<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

/** Reads Standard MIDI Files of types 0 and 1 (RP-001); a damaged file is refused with the offset of the damage. */
final class SmfReader
{
    private int $at = 0;
    private readonly int $end;
    private int $events = 0;

    private function __construct(private readonly string $bytes, private readonly string $file)
    {
        $this->end = \strlen($bytes);
    }

    /** @throws BadFile */
    public static function read(string $bytes, string $file): TrackFile
    {
        return (new self($bytes, $file))->file();
    }

    /** @throws BadFile */
    private function file(): TrackFile
    {
        if (!str_starts_with($this->bytes, 'MThd')) {
            throw BadFile::atByte($this->file, 0, 'not a Standard MIDI File (it does not begin with MThd)');
        }
        $this->at = 4;
        $length = $this->number(4);
        if ($length < 6 || $length > $this->end - $this->at) {
            throw BadFile::atByte(
                $this->file,
                4,
                "the header says that it is {$length} bytes long; a header is 6 bytes".
                    ($length > 6 ? ', or a little more, and the file ends before that' : ''),
            );
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
        $song = new TrackFile($this->file, $division, $type);
        while (\count($song->tracks) < $count) {
            $this->chunk($song, $count);
        }

        return $song;
    }

    /** @throws BadFile */
    private function chunk(TrackFile $song, int $count): void
    {
        if ($this->end - $this->at < 8) {
            throw BadFile::atByte($this->file, $this->at, \sprintf('the file ends after %d of %d tracks', \count($song->tracks), $count));
        }
        $name = substr($this->bytes, $this->at, 4);
        $this->at += 4;
        $length = $this->number(4);
        if ($length > $this->end - $this->at) {
            throw BadFile::atByte(
                $this->file,
                $this->at - 4,
                \sprintf('a chunk of %d bytes is announced, but only %d are left', $length, $this->end - $this->at),
            );
        }
        if ('MTrk' === $name) {
            $track = new Track($this->bytes, $this->at, $this->at + $length, $this->file);
            $this->events += $song->add($track);
            if ($this->events > TrackFile::MOST_EVENTS) {
                throw BadFile::atByte(
                    $this->file,
                    $this->at,
                    \sprintf('with track %d the file has more than %d events; cut it into parts', \count($song->tracks), TrackFile::MOST_EVENTS),
                );
            }
        }
        $this->at += $length;
    }

    /** @throws BadFile */
    private function number(int $length): int
    {
        if ($length > $this->end - $this->at) {
            throw BadFile::atByte(
                $this->file,
                $this->at,
                \sprintf('%d more bytes are needed here, but only %d are left', $length, $this->end - $this->at),
            );
        }
        $value = 0;
        for ($i = 0; $i < $length; ++$i) {
            $value = ($value << 8) | \ord($this->bytes[$this->at++]);
        }

        return $value;
    }
}
