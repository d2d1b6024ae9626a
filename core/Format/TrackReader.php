<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

use ZigzagPost\Core\Midi\Decoder;

/**
 * Reads the events of a track chunk (RP-001): running status, system exclusive in packets, escape events, meta events. What is
 * damaged is refused with its offset.
 */
final class TrackReader
{
    public function __construct(private readonly string $bytes, private int $at, private readonly int $end, private readonly string $file)
    {
    }

    /**
     * @return \Generator<int, TrackEvent>
     *
     * @throws BadFile
     */
    public function events(): \Generator
    {
        $tick = 0;
        $running = 0;
        while ($this->at < $this->end) {
            $tick += $this->variableLength();
            $start = $this->at;
            $status = $this->byte();
            if (TrackEvent::META === $status) {
                $running = 0;
                $event = $this->meta($tick);
                yield $event;
                if (TrackEvent::END_OF_TRACK === $event->meta) {
                    return;
                }
            } elseif (TrackEvent::SYSEX === $status || TrackEvent::ESCAPE === $status) {
                $running = 0;
                yield new TrackEvent($tick, $status, $this->take($this->variableLength()));
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
                yield new TrackEvent($tick, $status, \chr($status).$this->data(Decoder::dataBytes($status)));
            }
        }
        yield new TrackEvent($tick, TrackEvent::META, '', TrackEvent::END_OF_TRACK);
    }

    /** @throws BadFile */
    private function meta(int $tick): TrackEvent
    {
        $start = $this->at - 1;
        $type = $this->byte();
        $data = $this->take($this->variableLength());
        if (TrackEvent::TEMPO === $type && 3 !== \strlen($data)) {
            throw BadFile::atByte($this->file, $start, 'a tempo event has 3 bytes of data, this one '.\strlen($data));
        }

        return new TrackEvent($tick, TrackEvent::META, $data, $type);
    }

    /** @throws BadFile */
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

    /** @throws BadFile */
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

    /** @throws BadFile */
    private function byte(): int
    {
        return \ord($this->take(1));
    }

    /** @throws BadFile */
    private function take(int $length): string
    {
        if ($length > $this->end - $this->at) {
            throw BadFile::atByte($this->file, $this->at, \sprintf('%d more bytes are needed here, but only %d are left', $length, $this->end - $this->at));
        }
        $this->at += $length;

        return substr($this->bytes, $this->at - $length, $length);
    }
}
