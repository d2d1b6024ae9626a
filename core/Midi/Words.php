<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Midi;

/** Messages in words, as players say them. */
final readonly class Words
{
    public function __construct(private MiddleC $middle = MiddleC::C4, private int $programsFrom = 0)
    {
    }

    /** One whole message, such as "note on C4, velocity 100, channel 1". */
    public function of(string $bytes): string
    {
        $status = \ord($bytes[0]);
        $first = \ord($bytes[1] ?? "\0");
        $second = \ord($bytes[2] ?? "\0");
        if ($status >= 0xF0) {
            return $this->system($status, $bytes, $second << 7 | $first);
        }
        $what = match ($status & 0xF0) {
            0x80 => "note off {$this->key($first)}, release {$second}",
            0x90 => 0 === $second ? "note off {$this->key($first)} (as note on, velocity 0)" : "note on {$this->key($first)}, velocity {$second}",
            0xA0 => "key pressure {$this->key($first)}, {$second}",
            0xB0 => $first < Kind::FIRST_MODE_NUMBER ? "controller {$first}, value {$second}" : 'mode: '.self::mode($first, $second),
            0xC0 => 'program '.($first + $this->programsFrom),
            0xD0 => "channel pressure {$first}",
            default => 'bend '.self::signed(($second << 7 | $first) - 8192),
        };

        return $what.', channel '.(($status & 0x0F) + 1);
    }

    /** The same in few letters and without its channel, such as "note on C4, vel 100" or "CC 11 = 64". */
    public function brief(string $bytes): string
    {
        $status = \ord($bytes[0]);
        $first = \ord($bytes[1] ?? "\0");
        $second = \ord($bytes[2] ?? "\0");

        return match ($status >= 0xF0 ? 0xF0 : $status & 0xF0) {
            0x80 => "note off {$this->key($first)}, rel {$second}",
            0x90 => 0 === $second ? "note off {$this->key($first)}, as on 0" : "note on {$this->key($first)}, vel {$second}",
            0xA0 => "key pressure {$this->key($first)}, {$second}",
            0xB0 => $first < Kind::FIRST_MODE_NUMBER ? "CC {$first} = {$second}" : 'mode: '.self::mode($first, $second),
            0xC0 => 'program '.($first + $this->programsFrom),
            0xD0 => "channel pressure {$first}",
            0xE0 => 'bend '.self::signed(($second << 7 | $first) - 8192),
            default => $this->of($bytes),
        };
    }

    /** Fields of a message in few letters, such as "NRPN 8:3 = 8738". */
    public function briefFields(Kind $kind, int $number, int $value): string
    {
        return match ($kind) {
            Kind::Nrpn, Kind::Rpn => \sprintf('%s %d:%d = %d', strtoupper($kind->value), $number >> 7, $number & 0x7F, $value),
            Kind::Cc14 => "CC {$number}, 14 bits = {$value}",
            default => $this->fields($kind, $number, $value),
        };
    }

    /** What a message is about, without its value, such as "cc 20". */
    public function address(Kind $kind, int $number): string
    {
        return match (true) {
            $kind->hasKey() => "{$kind->value} {$this->key($number)}",
            Kind::Nrpn === $kind || Kind::Rpn === $kind => \sprintf('%s %d:%d', $kind->value, $number >> 7, $number & 0x7F),
            $kind->hasNumber() => "{$kind->value} {$number}",
            default => $kind->value,
        };
    }

    /** A message inside a rule, by its kind and fields, such as "cc 20 value 127". */
    public function fields(Kind $kind, int $number, int $value): string
    {
        return match (true) {
            Kind::Note === $kind => "note {$this->key($number)}",
            Kind::PolyPressure === $kind => "polypressure {$this->key($number)} value {$value}",
            Kind::Program === $kind => 'program '.($value + $this->programsFrom).($number > 0 ? ' bank '.($number - 1) : ''),
            Kind::Nrpn === $kind || Kind::Rpn === $kind => \sprintf('%s %d:%d value %d', $kind->value, $number >> 7, $number & 0x7F, $value),
            $kind->hasNumber() => "{$kind->value} {$number} value {$value}",
            $kind->hasValue() => "{$kind->value} {$value}",
            default => $kind->value,
        };
    }

    public function key(int $key): string
    {
        return KeyName::of($key, $this->middle);
    }

    private function system(int $status, string $bytes, int $value): string
    {
        $kind = Kind::ofSystemStatus($status);

        return match ($kind) {
            Kind::Sysex => 'system exclusive, '.\strlen($bytes).' bytes',
            Kind::Position => "song position {$value}",
            Kind::Song => 'song '.\ord($bytes[1] ?? "\0"),
            Kind::TimeCode => 'time code quarter frame '.\ord($bytes[1] ?? "\0"),
            Kind::Tune => 'tune request',
            Kind::Sensing => 'active sensing',
            Kind::Reset => 'system reset',
            Kind::Clock => 'clock',
            null => 'undefined',
            default => $kind->value,
        };
    }

    /** Channel mode messages (MIDI 1.0 Detailed Specification, "Channel Mode Messages"). */
    private static function mode(int $number, int $value): string
    {
        return match ($number) {
            120 => 'all sound off',
            121 => 'reset all controllers',
            122 => 'local control '.($value < 64 ? 'off' : 'on'),
            123 => 'all notes off',
            124 => 'omni off',
            125 => 'omni on',
            126 => "mono, {$value} channels",
            default => 'poly',
        };
    }

    private static function signed(int $value): string
    {
        return $value > 0 ? '+'.$value : (string) $value;
    }
}
