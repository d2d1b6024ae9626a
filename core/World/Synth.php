<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Midi\KeyName;
use ZigzagPost\Core\Midi\MiddleC;

/**
 * A small synthesizer with four voices on one channel: keys sound, the oldest is stolen when none is free, the sustain
 * pedal holds, controllers stand where they were put.
 */
final class Synth implements Receiver
{
    public const VOICES = 4;

    /** @var array<int, array{key: int, velocity: int, isDown: bool, age: int}|null> by position */
    private array $voices;
    /** @var array<int, int> */
    private array $controllers = [];
    private int $bend = 0;
    private int $program = 0;
    private int $pressure = 0;
    private int $notes = 0;
    private int $stolen = 0;
    private int $elsewhere = 0;

    /** @param int $channel the channel it answers on; 0 for all of them */
    public function __construct(private readonly int $channel)
    {
        $this->voices = array_fill(0, self::VOICES, null);
    }

    public function hear(int $timeUs, string $bytes, ?int $pulseUs): void
    {
        if (null !== $pulseUs) {
            return;
        }
        $status = \ord($bytes[0]);
        if ($status >= 0xF0) {
            return;
        }
        if (0 !== $this->channel && ($status & 0x0F) + 1 !== $this->channel) {
            ++$this->elsewhere;

            return;
        }
        $first = \ord($bytes[1]);
        $second = \ord($bytes[2] ?? "\0");
        match ($status & 0xF0) {
            0x90 => 0 === $second ? $this->noteOff($first) : $this->noteOn($first, $second),
            0x80 => $this->noteOff($first),
            0xB0 => $this->controller($first, $second),
            0xC0 => ($this->program = $first),
            0xD0 => ($this->pressure = $first),
            0xE0 => ($this->bend = (($second << 7) | $first) - 8192),
            default => null,
        };
    }

    public function view(MiddleC $middle): array
    {
        ksort($this->controllers);

        return [
            'face' => 'synth',
            'channel' => $this->channel,
            'voices' => array_values(
                array_map(
                    static fn (?array $voice): ?array => null === $voice
                        ? null
                        : [
                            'key' => $voice['key'],
                            'name' => KeyName::of($voice['key'], $middle),
                            'velocity' => $voice['velocity'],
                            'isDown' => $voice['isDown'],
                        ],
                    $this->voices,
                ),
            ),
            'controllers' => array_map(
                static fn (int $number, int $value): array => ['number' => $number, 'value' => $value],
                array_keys($this->controllers),
                $this->controllers,
            ),
            'bend' => $this->bend,
            'pressure' => $this->pressure,
            'program' => $this->program,
            'notes' => $this->notes,
            'stolen' => $this->stolen,
            'elsewhere' => $this->elsewhere,
        ];
    }

    public function save(): array
    {
        return [$this->voices, $this->controllers, $this->bend, $this->program, $this->pressure, $this->notes, $this->stolen, $this->elsewhere];
    }

    public function restore(array $saved): void
    {
        /** @var array{array<int, array{key: int, velocity: int, isDown: bool, age: int}|null>, array<int, int>, int, int, int, int, int, int} $saved */
        [$this->voices, $this->controllers, $this->bend, $this->program, $this->pressure, $this->notes, $this->stolen, $this->elsewhere] = $saved;
    }

    private function noteOn(int $key, int $velocity): void
    {
        ++$this->notes;
        $chosen = null;
        foreach ($this->voices as $index => $voice) {
            if (null !== $voice && $voice['key'] === $key) {
                $chosen = $index; // the same key sounds again on its own voice
                break;
            }
            if (null === $voice) {
                $chosen ??= $index;
            }
        }
        if (null === $chosen) {
            ++$this->stolen;
            $chosen = $this->oldest();
        }
        $this->voices[$chosen] = ['key' => $key, 'velocity' => $velocity, 'isDown' => true, 'age' => $this->notes];
    }

    private function noteOff(int $key): void
    {
        foreach ($this->voices as $index => $voice) {
            if (null !== $voice && $voice['key'] === $key) {
                $this->voices[$index] = $this->isSustained() ? ['isDown' => false] + $voice : null;
            }
        }
    }

    private function controller(int $number, int $value): void
    {
        if ($number < 120) {
            $this->controllers[$number] = $value;
        }
        $silences = 120 === $number || 123 === $number;
        foreach ($this->voices as $index => $voice) {
            if ($silences || (64 === $number && $value < 64 && null !== $voice && !$voice['isDown'])) {
                $this->voices[$index] = null;
            }
        }
        if (121 === $number) {
            $this->controllers = [];
            $this->bend = 0;
        }
    }

    private function isSustained(): bool
    {
        return ($this->controllers[64] ?? 0) >= 64;
    }

    /** Position of the voice that has sounded longest. */
    private function oldest(): int
    {
        $ages = array_map(static fn (?array $voice): int => $voice['age'] ?? 0, $this->voices);

        asort($ages);

        return (int) array_key_first($ages);
    }
}
