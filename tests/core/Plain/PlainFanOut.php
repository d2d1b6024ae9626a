<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Plain;

/** What `fan out` makes of random playing on plain keys, worked out message by message. */
final class PlainFanOut
{
    private const FREE = ['freed' => 0, 'newest' => 0, 'pressure' => 0, 'notes' => []];

    /** @var array<int, array{freed: int, newest: int, pressure: int, notes: list<string>}> by member channel */
    private array $members = [];
    /** @var array<string, list<int>> by held key, the channels of its notes */
    private array $began = [];
    /** @var array<string, int> how many hold each note that sounds */
    private array $holders = [];
    private int $order = 0;
    /** @var list<string> */
    private array $out = [];
    private string $tape = '';
    private int $t = 0;

    private function __construct(private readonly bool $isUpper, private readonly int $count, private readonly int $bend)
    {
        for ($member = 1; $member <= $count; ++$member) {
            $this->members[$isUpper ? 16 - $member : 1 + $member] = self::FREE;
        }
    }

    public static function random(\Random\Randomizer $random): self
    {
        return new self(1 === $random->getInt(0, 1), [1, 2, 3, 5, 14][$random->getInt(0, 4)], [2, 24, 48][$random->getInt(0, 2)]);
    }

    public function text(): string
    {
        return "port keys in\nport shore out mpe ".
            ($this->isUpper ? 'upper' : 'lower').
            " {$this->count} bend {$this->bend}\nrule \"fan\"\n  take any\n  fan out to shore\n";
    }

    /** @return array{string, list<string>} a tape, and what comes of it */
    public function played(\Random\Randomizer $random, int $events): array
    {
        $manager = $this->isUpper ? 16 : 1;
        foreach ([[$manager, 6, $this->count], [(int) array_key_first($this->members), 0, $this->bend]] as [$channel, $parameter, $value]) {
            $this->goes(0xB0, $channel, 101, 0);
            $this->goes(0xB0, $channel, 100, $parameter);
            $this->goes(0xB0, $channel, 6, $value);
            $this->goes(0xB0, $channel, 38, 0);
        }
        for (; $events > 0; --$events) {
            $this->t += [0, 1, 3, 10][$random->getInt(0, 3)];
            [$channel, $key, $value] = [$random->getInt(1, 2), $random->getInt(58, 64), $random->getInt(0, 127)];
            $status = [0x90, 0x90, 0x80, 0x80, 0xA0, 0xB0, 0xE0][$random->getInt(0, 6)];
            $this->tape .= "{$this->t} keys ".Hex::of($status + $channel - 1, $key, $value)."\n";
            match (true) {
                0x90 === $status && $value > 0 => $this->noteOn($channel, $key, $value),
                0xA0 === $status => $this->keyPressure("{$channel} {$key}", $value),
                0x80 === $status || 0x90 === $status => $this->noteOff("{$channel} {$key}", $key, $status, $value),
                default => $this->goes($status, $manager, $key, $value),
            };
        }

        return [$this->tape, $this->out];
    }

    private function noteOn(int $channel, int $key, int $velocity): void
    {
        $member = $this->chosen();
        $its = $this->members[$member] ?? self::FREE;
        if (0 !== $its['pressure']) {
            $this->goes(0xD0, $member, 0);
        }
        $this->members[$member] = ['pressure' => 0, 'newest' => ++$this->order, 'notes' => [...$its['notes'], "{$channel} {$key}"]] + $its;
        $this->began["{$channel} {$key}"][] = $member;
        $this->holders["{$member} {$key}"] = 1 + ($this->holders["{$member} {$key}"] ?? 0);
        $this->goes(0x90, $member, $key, $velocity);
    }

    private function noteOff(string $held, int $key, int $status, int $value): void
    {
        foreach ($this->began[$held] ?? [] as $member) {
            if (0 === --$this->holders["{$member} {$key}"]) {
                $this->goes($status, $member, $key, $value);
            }
        }
        unset($this->began[$held]);
        foreach ($this->members as $member => ['notes' => $notes]) {
            if (\in_array($held, $notes, true)) {
                $this->members[$member]['notes'] = array_values(array_diff($notes, [$held]));
                $this->members[$member]['freed'] = ++$this->order;
            }
        }
    }

    private function keyPressure(string $held, int $value): void
    {
        foreach ($this->members as $member => ['notes' => $notes]) {
            if (\in_array($held, $notes, true)) {
                $this->members[$member]['pressure'] = $value;
                $this->goes(0xD0, $member, $value);
            }
        }
    }

    /** The channel that has been free longest or, with none free, the one whose newest note is oldest. */
    private function chosen(): int
    {
        $free = array_filter($this->members, static fn (array $member): bool => [] === $member['notes']);
        $waits =
            [] === $free
                ? array_map(static fn (array $member): int => $member['newest'], $this->members)
                : array_map(static fn (array $member): int => $member['freed'], $free);

        return (int) array_search(min([\PHP_INT_MAX, ...array_values($waits)]), $waits, true);
    }

    private function goes(int $status, int $channel, int ...$data): void
    {
        $this->out[] = "{$this->t}.000 shore ".Hex::of($status + $channel - 1, ...$data);
    }
}
