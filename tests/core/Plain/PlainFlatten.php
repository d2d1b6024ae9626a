<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Plain;

/** What `flatten` makes of random playing on an MPE zone, worked out message by message. */
final class PlainFlatten
{
    private const MANAGER_BEND = 2;

    /** @var list<array{int, int}> channel and key of the notes that sound, in the order they began */
    private array $notes = [];
    /** @var array<int, int> how often each key sounds */
    private array $holders = [];
    /** @var array<int, int> */
    private array $bends = [];
    /** @var array<int, int> */
    private array $timbres = [];
    /** @var array<int, int> */
    private array $pressures = [];
    private int $managerBend = 0;
    /** @var array{int, int, int} bend, timbre and pressure last sent */
    private array $sent = [0, 64, 0];
    /** @var list<string> */
    private array $out = [];
    private string $tape = '';
    private int $t = 0;

    private function __construct(
        private readonly int $members,
        private readonly int $memberBend,
        private readonly int $channel,
        private readonly int $bend,
        private readonly string $priority,
        private readonly string $pressure,
        private readonly string $timbre,
    ) {
    }

    public static function random(\Random\Randomizer $random): self
    {
        $pick = static fn (int|string ...$choices): int|string => $choices[$random->getInt(0, \count($choices) - 1)];

        return new self(
            (int) $pick(3, 5, 15),
            (int) $pick(48, 24, 12),
            (int) $pick(1, 3, 7),
            (int) $pick(2, 12, 48),
            (string) $pick('last', 'high', 'low'),
            (string) $pick('poly', 'channel', 'cc 11', 'drop'),
            (string) $pick('cc 74', 'cc 20', 'drop'),
        );
    }

    public function text(): string
    {
        return "port slab in mpe lower {$this->members} bend {$this->memberBend}\nport moths out\nrule \"flat\"\n  take mpe\n  flatten to "
            ."channel {$this->channel} bend {$this->bend} priority {$this->priority} pressure {$this->pressure} timbre {$this->timbre}\n  send moths\n";
    }

    /** @return array{string, list<string>} a tape, and what comes of it */
    public function played(\Random\Randomizer $random, int $events): array
    {
        for (; $events > 0; --$events) {
            $this->t += [0, 1, 3, 10][$random->getInt(0, 3)];
            $channel = $random->getInt(2, min(4, $this->members) + 1);
            $value = $random->getInt(0, 127);
            match ([0, 0, 0, 1, 1, 2, 2, 3, 4, 5, 6][$random->getInt(0, 10)]) {
                0 => $this->noteOn($channel, $random->getInt(58, 64), max(1, $value)),
                1 => $this->noteOff($random->getInt(0, 99), $value),
                2 => $this->bend($channel, $random->getInt(-8192, 8191)),
                3 => $this->pressure($channel, $value),
                4 => $this->timbre($channel, $value),
                5 => $this->managerBend($random->getInt(-8192, 8191)),
                default => $this->managerController($value),
            };
        }

        return [$this->tape, $this->out];
    }

    private function noteOn(int $channel, int $key, int $velocity): void
    {
        if (\in_array([$channel, $key], $this->notes, true)) {
            return;
        }
        $this->comes(0x90, $channel, $key, $velocity);
        $this->notes[] = [$channel, $key];
        if ($this->counting() === [$channel, $key]) {
            $this->bring();
        }
        $this->holders[$key] = 1 + ($this->holders[$key] ?? 0);
        $this->goes(0x90, $key, $velocity);
    }

    private function noteOff(int $which, int $release): void
    {
        if ([] === $this->notes) {
            return;
        }
        [$channel, $key] = $this->notes[$which % \count($this->notes)];
        $this->comes(0x80, $channel, $key, $release);
        $counted = $this->counting();
        $this->notes = array_values(array_filter($this->notes, static fn (array $note): bool => $note !== [$channel, $key]));
        if (0 === --$this->holders[$key]) {
            $this->goes(0x80, $key, $release);
        }
        if ($counted === [$channel, $key] && [] !== $this->notes) {
            $this->bring();
        }
    }

    private function bend(int $channel, int $bend): void
    {
        $this->comes(0xE0, $channel, ($bend + 8192) & 127, ($bend + 8192) >> 7);
        $this->bends[$channel] = $bend;
        if (($this->counting()[0] ?? 0) === $channel) {
            $this->bringBend();
        }
    }

    private function managerBend(int $bend): void
    {
        $this->comes(0xE0, 1, ($bend + 8192) & 127, ($bend + 8192) >> 7);
        $this->managerBend = $bend;
        $this->bringBend();
    }

    private function managerController(int $value): void
    {
        $this->comes(0xB0, 1, 64, $value);
        $this->goes(0xB0, 64, $value);
    }

    private function timbre(int $channel, int $value): void
    {
        $this->comes(0xB0, $channel, 74, $value);
        $this->timbres[$channel] = $value;
        if (($this->counting()[0] ?? 0) === $channel) {
            $this->bringTimbre();
        }
    }

    private function pressure(int $channel, int $value): void
    {
        $this->comes(0xD0, $channel, $value);
        $keys = array_column(array_filter($this->notes, static fn (array $note): bool => $note[0] === $channel), 1);
        if ('poly' === $this->pressure) {
            foreach ($keys as $key) {
                $this->goes(0xA0, $key, $value);
            }
        }
        $this->pressures[$channel] = $value;
        if (($this->counting()[0] ?? 0) === $channel) {
            $this->bringPressure();
        }
    }

    /** @return array{int, int}|null the note that counts */
    private function counting(): ?array
    {
        $best = null;
        foreach ($this->notes as $note) {
            if (null === $best || 'last' === $this->priority || ('high' === $this->priority ? $note[1] >= $best[1] : $note[1] <= $best[1])) {
                $best = $note;
            }
        }

        return $best;
    }

    private function bring(): void
    {
        $this->bringBend();
        $this->bringPressure();
        $this->bringTimbre();
    }

    private function bringBend(): void
    {
        $semitones = ($this->bends[$this->counting()[0] ?? 0] ?? 0) * $this->memberBend + $this->managerBend * self::MANAGER_BEND;
        $bend = (int) max(-8192, min(8191, round($semitones / $this->bend)));
        if ($bend !== $this->sent[0]) {
            $this->sent[0] = $bend;
            $this->goes(0xE0, ($bend + 8192) & 127, ($bend + 8192) >> 7);
        }
    }

    private function bringTimbre(): void
    {
        $timbre = $this->timbres[$this->counting()[0] ?? 0] ?? 64;
        if ('drop' !== $this->timbre && $timbre !== $this->sent[1]) {
            $this->sent[1] = $timbre;
            $this->goes(0xB0, (int) substr($this->timbre, 3), $timbre);
        }
    }

    private function bringPressure(): void
    {
        $value = $this->pressures[$this->counting()[0] ?? 0] ?? 0;
        if (\in_array($this->pressure, ['channel', 'cc 11'], true) && $value !== $this->sent[2]) {
            $this->sent[2] = $value;
            'channel' === $this->pressure ? $this->goes(0xD0, $value) : $this->goes(0xB0, 11, $value);
        }
    }

    private function comes(int $status, int $channel, int ...$data): void
    {
        $this->tape .= "{$this->t} slab ".Hex::of($status + $channel - 1, ...$data)."\n";
    }

    private function goes(int $status, int ...$data): void
    {
        $this->out[] = "{$this->t}.000 moths ".Hex::of($status + $this->channel - 1, ...$data);
    }
}
