<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

/** One event of a track (RP-001, "MTrk events"): a channel message, system exclusive, an escape, or a meta event. */
final readonly class TrackEvent
{
    public const SYSEX = 0xF0;
    public const ESCAPE = 0xF7;
    public const META = 0xFF;

    public const SEQUENCE_NUMBER = 0x00;
    public const TRACK_NAME = 0x03;
    public const CUE_POINT = 0x07;
    public const CHANNEL_PREFIX = 0x20;
    public const MIDI_PORT = 0x21;
    public const END_OF_TRACK = 0x2F;
    public const TEMPO = 0x51;
    public const SMPTE_OFFSET = 0x54;
    public const TIME_SIGNATURE = 0x58;
    public const KEY_SIGNATURE = 0x59;
    public const SEQUENCER_SPECIFIC = 0x7F;

    /** Meta events in words. */
    private const NAMES = [
        self::SEQUENCE_NUMBER => 'sequence number', 0x01 => 'text', 0x02 => 'copyright', self::TRACK_NAME => 'track name', 0x04 => 'instrument name',
        0x05 => 'lyric', 0x06 => 'marker', self::CUE_POINT => 'cue point', self::CHANNEL_PREFIX => 'channel prefix', self::MIDI_PORT => 'port number',
        self::TEMPO => 'tempo', self::SMPTE_OFFSET => 'SMPTE offset', self::TIME_SIGNATURE => 'time signature', self::KEY_SIGNATURE => 'key signature',
        self::SEQUENCER_SPECIFIC => 'sequencer setting',
    ];

    /**
     * @param int $status status byte of a channel message, or one of the constants
     * @param int $meta type of a meta event
     * @param string $data the whole message of a channel message; what stands behind the length otherwise
     */
    public function __construct(public int $tick, public int $status, public string $data, public int $meta = 0)
    {
    }

    public function isMeta(): bool
    {
        return self::META === $this->status;
    }

    /** What a meta event is called. */
    public function name(): string
    {
        return self::NAMES[$this->meta] ?? 'meta event '.$this->meta;
    }

    /** MIDI bytes for a port; '' for meta events. */
    public function bytes(): string
    {
        return match ($this->status) {
            self::SYSEX => "\xF0".$this->data,
            self::META => '',
            default => $this->data,
        };
    }

    /** The length of the pulse that a cue point of ours stands for, in microseconds. */
    public function pulseUs(): ?int
    {
        return $this->isMeta() && self::CUE_POINT === $this->meta ? Track::pulseOf($this->data) : null;
    }

    /** As it stands in a file, behind its delta time. */
    public function encoded(): string
    {
        return match ($this->status) {
            self::SYSEX, self::ESCAPE => \chr($this->status).VariableLength::of(\strlen($this->data)).$this->data,
            self::META => "\xFF".\chr($this->meta).VariableLength::of(\strlen($this->data)).$this->data,
            default => $this->data,
        };
    }
}
