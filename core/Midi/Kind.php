<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Midi;

/**
 * The kinds of message that rules tell apart, under the names the rulebook language uses.
 *
 * Channel messages come first; System Common and System Real-Time messages follow (MIDI 1.0 Detailed Specification,
 * tables I to VII).
 */
enum Kind: string
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

    /** First controller number that is a channel mode message (All Sound Off); 120 to 127 are not controllers. */
    public const FIRST_MODE_NUMBER = 120;

    /** Position among all kinds by name, which is how compiled rulebooks call a kind. */
    public const ORDINAL = [
        'note' => 0,
        'polypressure' => 1,
        'cc' => 2,
        'mode' => 3,
        'cc14' => 4,
        'nrpn' => 5,
        'rpn' => 6,
        'program' => 7,
        'pressure' => 8,
        'bend' => 9,
        'sysex' => 10,
        'clock' => 11,
        'start' => 12,
        'continue' => 13,
        'stop' => 14,
        'position' => 15,
        'song' => 16,
        'tune' => 17,
        'sensing' => 18,
        'reset' => 19,
        'timecode' => 20,
    ];

    public function ordinal(): int
    {
        return self::ORDINAL[$this->value];
    }

    public function hasChannel(): bool
    {
        return match ($this) {
            self::Note, self::PolyPressure, self::Cc, self::Mode, self::Cc14, self::Nrpn, self::Rpn, self::Program,
            self::Pressure, self::Bend => true,
            default => false,
        };
    }

    public function hasKey(): bool
    {
        return self::Note === $this || self::PolyPressure === $this;
    }

    public function hasNumber(): bool
    {
        return match ($this) {
            self::Cc, self::Mode, self::Cc14, self::Nrpn, self::Rpn => true,
            default => false,
        };
    }

    public function hasValue(): bool
    {
        return null !== $this->valueRange();
    }

    /** Null when the kind carries no value. */
    public function valueRange(): ?ValueRange
    {
        return match ($this) {
            self::Note, self::PolyPressure, self::Cc, self::Mode, self::Program, self::Pressure, self::Song,
            self::TimeCode => ValueRange::sevenBits(),
            self::Cc14, self::Nrpn, self::Rpn, self::Position => new ValueRange(0, 16383),
            self::Bend => new ValueRange(-8192, 8191),
            self::Sysex => new ValueRange(0, 65536),
            default => null,
        };
    }

    /** Null when the kind carries no number. */
    public function numberRange(): ?ValueRange
    {
        return match ($this) {
            self::Cc => new ValueRange(0, 119),
            self::Mode => new ValueRange(self::FIRST_MODE_NUMBER, 127),
            self::Cc14 => new ValueRange(0, 31),
            self::Nrpn, self::Rpn => new ValueRange(0, 16383),
            default => null,
        };
    }

    /** How many bytes a message has at most (MIDI 1.0, tables I to VII); a parameter number goes out with its data, system exclusive has any number. */
    public function bytes(): int
    {
        return match ($this) {
            self::Nrpn, self::Rpn => 12,
            self::Cc14 => 6,
            self::Note, self::PolyPressure, self::Cc, self::Mode, self::Bend, self::Position => 3,
            self::Program, self::Pressure, self::Song, self::TimeCode => 2,
            default => 1,
        };
    }

    /** Kinds that reach rules only where a rulebook asks for controllers to be assembled into groups. */
    public function isGroup(): bool
    {
        return self::Cc14 === $this || self::Nrpn === $this || self::Rpn === $this;
    }

    /** The status byte of a System message; channel messages and sysex have none that stands alone. */
    public function systemStatus(): ?int
    {
        return match ($this) {
            self::TimeCode => 0xF1,
            self::Position => 0xF2,
            self::Song => 0xF3,
            self::Tune => 0xF6,
            self::Clock => 0xF8,
            self::Start => 0xFA,
            self::Continue => 0xFB,
            self::Stop => 0xFC,
            self::Sensing => 0xFE,
            self::Reset => 0xFF,
            default => null,
        };
    }

    /** Kind of a System message by its status byte (0xF0 to 0xFF), or null for an undefined one. */
    public static function ofSystemStatus(int $status): ?self
    {
        return match ($status) {
            0xF0 => self::Sysex,
            0xF1 => self::TimeCode,
            0xF2 => self::Position,
            0xF3 => self::Song,
            0xF6 => self::Tune,
            0xF8 => self::Clock,
            0xFA => self::Start,
            0xFB => self::Continue,
            0xFC => self::Stop,
            0xFE => self::Sensing,
            0xFF => self::Reset,
            default => null,
        };
    }
}
