<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

use ZigzagPost\Core\Midi\Kind;

/** A parameter of a device: which message moves it, on which out port, over which values. */
final readonly class Target
{
    /** How long a key is held that moves a parameter: what it is let go for nobody needs to know. */
    private const PRESS_MS = 20;

    /**
     * @param int|null $channel 1 to 16; null where the kind has none
     * @param array<string, TargetValue> $named by title as it is compared
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

    public function isOf(string $device, ?string $title): bool
    {
        return $device === $this->device && $title === $this->title;
    }

    /** Whether a message of it can be met by a fader: a key is only ever pressed anew. */
    public function canBeMet(): bool
    {
        return $this->kind->hasValue() && Kind::Sysex !== $this->kind && Kind::Note !== $this->kind;
    }

    /** @return list<Sending> the message, and of a key that it is let go */
    public function sends(int $afterUs): array
    {
        $bytes = Kind::Sysex === $this->kind ? \count(preg_split('/\s+/', trim((string) $this->sysex)) ?: []) : $this->kind->bytes();

        return [
            new Sending($this->port, $bytes, $afterUs),
            ...Kind::Note === $this->kind ? [new Sending($this->port, $bytes, $afterUs + 1000 * self::PRESS_MS)] : [],
        ];
    }

    /** The message with a value, as a rulebook writes it. */
    public function message(string $value, int $firstProgram): string
    {
        $channel = null === $this->channel ? '' : " channel {$this->channel}";

        return match ($this->kind) {
            Kind::Cc, Kind::Cc14, Kind::Nrpn, Kind::Rpn, Kind::PolyPressure => "{$this->kind->value} {$this->number} value {$value}{$channel}",
            Kind::Note => "note {$this->number} velocity {$value}{$channel} for ".self::PRESS_MS.'ms',
            Kind::Mode => "cc {$this->number} value {$value}{$channel}",
            Kind::Program => 'program '.
                (0 === $firstProgram ? $value : (ctype_digit($value) ? (string) ((int) $value + 1) : "{$value} + 1")).
                $channel,
            Kind::Pressure, Kind::Bend => "{$this->kind->value} {$value}{$channel}",
            Kind::Position, Kind::Song => "{$this->kind->value} {$value}",
            Kind::Sysex => 'sysex '.
                strtr(strtoupper((string) $this->sysex), ['{V}' => "{{$value}}", '{HIGH}' => "{high({$value})}", '{LOW}' => "{low({$value})}"]),
            default => $this->kind->value,
        };
    }
}
