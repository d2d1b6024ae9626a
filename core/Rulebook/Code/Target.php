<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

use ZigzagPost\Core\Midi\Kind;

/** A parameter of a device: which message moves it, on which out port, over which values. */
final readonly class Target
{
    /**
     * @param int|null $channel 1 to 16; null where the kind has none
     * @param array<string, array{int, int, int}> $named from, to and what is sent, by title as it is compared
     * @param string|null $sysex hexadecimal, with {v}, {high} and {low}
     * @param int $deafUs how long the device loses what arrives after a program change
     */
    public function __construct(
        public string $device,
        public string $title,
        public string $port,
        public Kind $kind,
        public ?int $number,
        public ?int $channel,
        public int $low,
        public int $high,
        public ?int $centre,
        public array $named,
        public ?string $sysex,
        public int $deafUs,
        /** Whether programs store it, so that a program change moves it as well. */
        public bool $isStored = false,
    ) {
    }

    /** Whether its message carries the value. */
    public function hasValue(): bool
    {
        return Kind::Sysex === $this->kind ? 1 === preg_match('/\{(v|high|low)\}/', (string) $this->sysex) : $this->kind->hasValue();
    }

    /** The message with a value, as a rulebook writes it. */
    public function message(string $value, int $firstProgram): string
    {
        $channel = null === $this->channel ? '' : " channel {$this->channel}";

        return match ($this->kind) {
            Kind::Cc, Kind::Cc14, Kind::Nrpn, Kind::Rpn, Kind::PolyPressure => "{$this->kind->value} {$this->number} value {$value}{$channel}",
            Kind::Mode => "cc {$this->number} value {$value}{$channel}",
            Kind::Program => 'program '.(0 === $firstProgram ? $value : (ctype_digit($value) ? (string) ((int) $value + 1) : "{$value} + 1")).$channel,
            Kind::Pressure, Kind::Bend => "{$this->kind->value} {$value}{$channel}",
            Kind::Position, Kind::Song => "{$this->kind->value} {$value}",
            Kind::Sysex => 'sysex '.strtr(strtoupper((string) $this->sysex), ['{V}' => "{{$value}}", '{HIGH}' => "{high({$value})}", '{LOW}' => "{low({$value})}"]),
            default => $this->kind->value,
        };
    }
}
