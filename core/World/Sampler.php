<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Midi\MiddleC;

/**
 * A part sampler on channel 9: NRPN 8:1 to 8:8 set the levels of its parts, 14-bit; keys 36 to 43 play them.
 */
final class Sampler implements Receiver
{
    private const CHANNEL = 9;
    private const PARTS = 8;
    private const MSB = 8;

    /** @var array<int, int> levels by part, 0 to 16383 */
    private array $levels;
    /** @var array<int, int> how often each part was played */
    private array $hits;
    /** @var array{int, int} halves of the parameter selected */
    private array $selected = [127, 127];

    public function __construct()
    {
        $this->levels = array_fill(0, self::PARTS, 8192);
        $this->hits = array_fill(0, self::PARTS, 0);
    }

    public function hear(int $timeUs, string $bytes, ?int $pulseUs): void
    {
        if (3 !== \strlen($bytes) || (\ord($bytes[0]) & 0x0F) + 1 !== self::CHANNEL) {
            return;
        }
        [$high, $first, $second] = [\ord($bytes[0]) & 0xF0, \ord($bytes[1]), \ord($bytes[2])];
        if (0x90 === $high && $second > 0 && $first >= 36 && $first < 36 + self::PARTS) {
            ++$this->hits[$first - 36];
        }
        if (0xB0 !== $high) {
            return;
        }
        $part = self::MSB === $this->selected[0] ? $this->selected[1] - 1 : -1;
        match (true) {
            99 === $first => ($this->selected[0] = $second),
            98 === $first => ($this->selected[1] = $second),
            6 === $first && isset($this->levels[$part]) => ($this->levels[$part] = $second << 7),
            38 === $first && isset($this->levels[$part]) => ($this->levels[$part] = ($this->levels[$part] & ~0x7F) | $second),
            default => null,
        };
    }

    public function view(MiddleC $middle): array
    {
        return [
            'face' => 'sampler',
            'channel' => self::CHANNEL,
            'levels' => array_values($this->levels),
            'hits' => array_values($this->hits),
            'elsewhere' => 0,
        ];
    }

    public function save(): array
    {
        return [$this->levels, $this->hits, $this->selected];
    }

    public function restore(array $saved): void
    {
        /** @var array{array<int, int>, array<int, int>, array{int, int}} $saved */
        [$this->levels, $this->hits, $this->selected] = $saved;
    }
}
