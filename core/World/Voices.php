<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Midi\KeyName;
use ZigzagPost\Core\Midi\MiddleC;

/** The voices of a device: a key sounds again on its own voice, the oldest is stolen when none is free, the sustain pedal holds. */
final class Voices
{
    private const SUSTAIN = 64;
    private const ALL_SOUND_OFF = 120;
    private const ALL_NOTES_OFF = 123;

    /** @var array<int, Voice|null> by position */
    private array $voices;
    private bool $isSustained = false;
    private int $notes = 0;
    private int $stolen = 0;

    /** @param int $count how many there are, from 1 */
    public function __construct(int $count)
    {
        $this->voices = array_fill(0, $count, null);
    }

    /** @param string $bytes a whole message on a channel that the device answers on */
    public function hear(string $bytes): void
    {
        [$first, $second] = [\ord($bytes[1] ?? "\0"), \ord($bytes[2] ?? "\0")];
        match (\ord($bytes[0] ?? "\0") & 0xF0) {
            0x90 => 0 === $second ? $this->noteOff($first) : $this->noteOn($first, $second),
            0x80 => $this->noteOff($first),
            0xB0 => $this->controller($first, $second),
            default => null,
        };
    }

    /** @return list<array{name: string, velocity: int, isDown: bool}|null> by position */
    public function view(MiddleC $middle): array
    {
        return array_values(
            array_map(
                static fn (?Voice $voice): ?array => null === $voice
                    ? null
                    : ['name' => KeyName::of($voice->key, $middle), 'velocity' => $voice->velocity, 'isDown' => $voice->isDown],
                $this->voices,
            ),
        );
    }

    /** How often one was taken away from a key that still sounded. */
    public function stolen(): int
    {
        return $this->stolen;
    }

    /** @return array<string, mixed> */
    public function save(): array
    {
        return [
            'voices' => array_map(static fn (?Voice $voice): ?array => null === $voice ? null : get_object_vars($voice), $this->voices),
            'isSustained' => $this->isSustained,
            'notes' => $this->notes,
            'stolen' => $this->stolen,
        ];
    }

    /** @param array<string, mixed> $saved what save() gave */
    public function restore(array $saved): void
    {
        /** @var array{voices: array<int, array{key: int, velocity: int, isDown: bool, born: int}|null>, isSustained: bool, notes: int, stolen: int} $saved */
        [$this->isSustained, $this->notes, $this->stolen] = [$saved['isSustained'], $saved['notes'], $saved['stolen']];
        foreach ($saved['voices'] as $position => $voice) {
            if (null !== $voice && \array_key_exists($position, $this->voices)) {
                $this->voices[$position] = new Voice(...$voice);
            }
        }
    }

    private function noteOn(int $key, int $velocity): void
    {
        ++$this->notes;
        $chosen = null;
        foreach ($this->voices as $position => $voice) {
            if ($voice?->key === $key) {
                $chosen = $position;
                break;
            }
            if (null === $voice) {
                $chosen ??= $position;
            }
        }
        if (null === $chosen) {
            ++$this->stolen;
            $born = array_map(static fn (?Voice $voice): int => $voice->born ?? 0, $this->voices);
            $chosen = (int) array_search(min([\PHP_INT_MAX, ...$born]), $born, true);
        }
        $this->voices[$chosen] = new Voice($key, $velocity, true, $this->notes);
    }

    private function noteOff(int $key): void
    {
        foreach ($this->voices as $position => $voice) {
            if (null !== $voice && $voice->key === $key) {
                $this->voices[$position] = $this->isSustained ? new Voice($key, $voice->velocity, false, $voice->born) : null;
            }
        }
    }

    private function controller(int $number, int $value): void
    {
        if (self::SUSTAIN === $number) {
            $this->isSustained = $value >= 64;
        }
        foreach ($this->voices as $position => $voice) {
            $isLetGo = self::SUSTAIN === $number && $value < 64 && false === $voice?->isDown;
            if ($isLetGo || self::ALL_SOUND_OFF === $number || self::ALL_NOTES_OFF === $number) {
                $this->voices[$position] = null;
            }
        }
    }
}
