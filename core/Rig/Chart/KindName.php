<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Midi\Kind;

/** Kinds of message as charts name them: those of the rulebook language, and pulses. */
enum KindName: string
{
    case Note = 'note';
    case PolyPressure = 'polypressure';
    case Cc = 'cc';
    case Mode = 'mode';
    case Cc14 = 'cc14';
    case Nrpn = 'nrpn';
    case Rpn = 'rpn';
    case Program = 'program';
    case Pressure = 'pressure';
    case Bend = 'bend';
    case Sysex = 'sysex';
    case Clock = 'clock';
    case Start = 'start';
    case Continue = 'continue';
    case Stop = 'stop';
    case Position = 'position';
    case Song = 'song';
    case Tune = 'tune';
    case Sensing = 'sensing';
    case Reset = 'reset';
    case TimeCode = 'timecode';
    case Pulse = 'pulse';

    /** What keys of objects by kind have to match. */
    public const PATTERN = '^(note|polypressure|cc|mode|cc14|nrpn|rpn|program|pressure|bend|sysex|clock|start|continue|stop|position|song'
        .'|tune|sensing|reset|timecode|pulse)$';

    /** Null for pulses, which are not MIDI. */
    public function midi(): ?Kind
    {
        return Kind::tryFrom($this->value);
    }

    /** As what a hub sees a message: by its first bytes; null for no message. */
    public static function ofMessage(string $bytes): ?self
    {
        $status = \ord($bytes[0] ?? "\0");
        if ($status >= 0xF0) {
            return self::tryFrom(Kind::ofSystemStatus($status)->value ?? '');
        }

        return match ($status & 0xF0) {
            0x80, 0x90 => self::Note,
            0xA0 => self::PolyPressure,
            0xB0 => \ord($bytes[1] ?? "\0") < Kind::FIRST_MODE_NUMBER ? self::Cc : self::Mode,
            0xC0 => self::Program,
            0xD0 => self::Pressure,
            0xE0 => self::Bend,
            default => null,
        };
    }

    /** Parameters and 14-bit values go over the wire as controllers. */
    public function isMadeOfControllers(): bool
    {
        return self::Nrpn === $this || self::Rpn === $this || self::Cc14 === $this;
    }

    /** As what a hub sees a kind. */
    public static function onTheWire(Kind $kind): self
    {
        return self::from($kind->value)->isMadeOfControllers() ? self::Cc : self::from($kind->value);
    }
}
