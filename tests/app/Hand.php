<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

/** A window with somebody who plays in it, and what it is told. */
final class Hand
{
    /** @var list<mixed> */
    public array $came = [];
    /** @var list<mixed> */
    public array $records = [];
    private int $request = 0;
    private int $number = 0;
    /** @var array<int, true> keys that are down */
    private array $held = [];

    public function __construct(public readonly string $name)
    {
    }

    /** @return array<string, mixed> a gesture */
    public function does(int $timeUs, \Random\Randomizer $random): array
    {
        $key = $random->getInt(40, 80);
        $what = $random->getInt(0, 9);
        if (0 === $what) {
            $this->held = [];

            return $this->gesture($timeUs, ['do' => 'panic']);
        }
        if (1 === $what) {
            return $this->gesture($timeUs, ['do' => 'scene', 'scene' => $random->getInt(0, 1)]);
        }
        if (2 === $what) {
            return $this->gesture($timeUs, [
                'do' => 'play',
                'port' => 'keys',
                'bytes' => \sprintf('B0 %02X %02X', $random->getInt(20, 30), $random->getInt(0, 127)),
            ]);
        }
        if ([] !== $this->held && $what < 6) {
            return $this->lets(array_key_first($this->held), $timeUs);
        }
        $this->held[$key] = true;

        return $this->gesture($timeUs, ['do' => 'play', 'port' => 'keys', 'bytes' => \sprintf('90 %02X 64', $key)]);
    }

    /** @return list<array<string, mixed>> every key is let go */
    public function letsGo(int $afterUs): array
    {
        return array_map(
            fn (int $key, int $index): array => $this->lets($key, $afterUs + 1000 * ($index + 1)),
            array_keys($this->held),
            array_keys(array_keys($this->held)),
        );
    }

    /**
     * @param list<array<string, mixed>> $gestures
     *
     * @return array<string, mixed> a request
     */
    public function asks(int $nowUs, array $gestures): array
    {
        return ['window' => $this->name, 'request' => ++$this->request, 'nowUs' => $nowUs, 'gestures' => $gestures];
    }

    /** @param array<mixed> $news */
    public function hears(array $news): void
    {
        $this->came = [...$this->came, ...array_values((array) $news['came'])];
        $this->records = [...$this->records, ...array_column((array) $news['records'], 'text')];
    }

    /** @return array<string, mixed> */
    private function lets(int $key, int $timeUs): array
    {
        unset($this->held[$key]);

        return $this->gesture($timeUs, ['do' => 'play', 'port' => 'keys', 'bytes' => \sprintf('80 %02X 40', $key)]);
    }

    /**
     * @param array<string, mixed> $does
     *
     * @return array<string, mixed>
     */
    private function gesture(int $timeUs, array $does): array
    {
        return ['number' => ++$this->number, 'timeUs' => $timeUs] + $does;
    }
}
