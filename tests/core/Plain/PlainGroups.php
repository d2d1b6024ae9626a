<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Plain;

/** What is put together of random controllers on a port that asks for parameter messages and pairs, worked out one by one. */
final class PlainGroups
{
    private const WAIT = 5;
    private const SELECTORS = [99 => ['nrpn', 0], 98 => ['nrpn', 1], 101 => ['rpn', 0], 100 => ['rpn', 1]];

    /** @var array<int, array{string, int|null, int|null}> by channel: kind and halves of the parameter selected */
    private array $selected = [];
    /** @var array<string, int> */
    private array $values = [];
    /** @var array{string, int, int, int}|null kind, channel, number and since when */
    private ?array $waiting = null;
    /** @var list<string> */
    private array $out = [];

    /** @param list<int> $pairs */
    private function __construct(private readonly bool $parameters, private readonly array $pairs)
    {
    }

    public static function random(\Random\Randomizer $random): self
    {
        $pairs = [[], [1], [1, 7]][$random->getInt(0, 2)];

        return new self([] === $pairs || 0 < $random->getInt(0, 3), $pairs);
    }

    public function text(): string
    {
        $kinds = [...($this->parameters ? ['nrpn', 'rpn'] : []), ...([] === $this->pairs ? [] : ['cc14 '.implode(',', $this->pairs)])];

        return "port keys in\nport moths out\nrule \"groups\"\n  take ".implode(', ', $kinds)."\n  send moths\nrule \"rest\"\n  take any\n  send moths\n";
    }

    /** @return array{string, list<string>} a tape, and what comes of it */
    public function played(\Random\Randomizer $random, int $events): array
    {
        $tape = '';
        $t = 0;
        for (; $events > 0; --$events) {
            $t += [0, 0, 1, 2, 4, 5, 6, 20][$random->getInt(0, 7)];
            $channel = $random->getInt(1, 2);
            $number = [98, 99, 100, 101, 6, 6, 38, 38, 96, 97, 1, 33, 7, 39, 20][$random->getInt(0, 14)];
            $value = $number >= 98 ? [0, 1, 127][$random->getInt(0, 2)] : [0, 1, 127, $random->getInt(0, 127)][$random->getInt(0, 3)];
            $bytes = [[0xB0 + $channel - 1, $number, $value], [0xF8], [0xD0 + $channel - 1, $value]][max(0, $random->getInt(-8, 2))];
            $tape .= "{$t} keys ".Hex::of(...$bytes)."\n";
            if (null !== $this->waiting && $this->waiting[3] + self::WAIT <= $t) {
                $this->fire($this->waiting[3] + self::WAIT);
            }
            if (3 !== \count($bytes) || !$this->takesIn($t, $channel, $number, $value)) {
                if ([0xF8] !== $bytes) {
                    $this->fire($t);
                }
                $this->out[] = "{$t}.000 moths ".Hex::of(...$bytes);
            }
        }
        $this->fire(self::WAIT + ($this->waiting[3] ?? 0));

        return [$tape, $this->out];
    }

    private function takesIn(int $t, int $channel, int $number, int $value): bool
    {
        if ($this->parameters && isset(self::SELECTORS[$number])) {
            $this->fire($t);
            [$kind, $half] = self::SELECTORS[$number];
            $halves = ($this->selected[$channel][0] ?? '') === $kind ? \array_slice($this->selected[$channel], 1) : [null, null];
            $this->selected[$channel] = 0 === $half ? [$kind, $value, $halves[1]] : [$kind, $halves[0], $value];

            return true;
        }
        [$kind, $upper, $lower] = $this->selected[$channel] ?? ['', null, null];
        if ($this->parameters && null !== $upper && null !== $lower && [127, 127] !== [$upper, $lower]) {
            $name = [$kind, $channel, $upper << 7 | $lower];
            if (6 === $number) {
                $this->upper($t, $name, $value);
            } elseif (38 === $number) {
                $this->lower($t, $name, $value);
            } elseif (96 === $number || 97 === $number) {
                $this->fire($t);
                $this->values[implode(' ', $name)] = max(0, min(16383, ($this->values[implode(' ', $name)] ?? 0) + (96 === $number ? 1 : -1)));
                $this->send($t, ...$name);
            }
            if (\in_array($number, [6, 38, 96, 97], true)) {
                return true;
            }
        }
        if (\in_array($number, $this->pairs, true)) {
            $this->upper($t, ['cc14', $channel, $number], $value);
        } elseif (\in_array($number - 32, $this->pairs, true)) {
            $this->lower($t, ['cc14', $channel, $number - 32], $value);
        } else {
            return false;
        }

        return true;
    }

    /** @param array{string, int, int} $name */
    private function upper(int $t, array $name, int $value): void
    {
        $this->fire($t);
        $this->values[implode(' ', $name)] = $value << 7;
        $this->waiting = [...$name, $t];
    }

    /** @param array{string, int, int} $name */
    private function lower(int $t, array $name, int $value): void
    {
        if ($name === \array_slice($this->waiting ?? [], 0, 3)) {
            $this->waiting = null;
        }
        $this->fire($t);
        $this->values[implode(' ', $name)] = (($this->values[implode(' ', $name)] ?? 0) & ~127) | $value;
        $this->send($t, ...$name);
    }

    private function fire(int $t): void
    {
        if (null !== $this->waiting) {
            [$kind, $channel, $number] = $this->waiting;
            $this->waiting = null;
            $this->send($t, $kind, $channel, $number);
        }
    }

    private function send(int $t, string $kind, int $channel, int $number): void
    {
        $value = $this->values["{$kind} {$channel} {$number}"];
        $data = match ($kind) {
            'cc14' => [[$number, $value >> 7], [$number + 32, $value & 127]],
            'nrpn' => [[99, $number >> 7], [98, $number & 127], [6, $value >> 7], [38, $value & 127]],
            default => [[101, $number >> 7], [100, $number & 127], [6, $value >> 7], [38, $value & 127]],
        };
        foreach ($data as $pair) {
            $this->out[] = "{$t}.000 moths ".Hex::of(0xB0 + $channel - 1, ...$pair);
        }
    }
}
