<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Midi\MiddleC;
use ZigzagPost\Core\Midi\Tempo;

/** An echo that feels its tempo: from clock messages, or from presses of controller 30. */
final class EchoBox implements Receiver
{
    private const TAP = 30;
    private const LONGEST_US = 3_000_000;

    private int $beatUs = 500_000;
    private string $source = 'itself';
    private ?int $lastClock = null;
    private ?int $lastTap = null;
    private int $taps = 0;
    private int $clocks = 0;
    /** @var list<int> */
    private array $intervals = [];

    public function hear(int $timeUs, string $bytes, ?int $pulseUs): void
    {
        if ("\xF8" === $bytes) {
            ++$this->clocks;
            if (null !== $this->lastClock && $timeUs > $this->lastClock && $timeUs - $this->lastClock < self::LONGEST_US) {
                $this->intervals = \array_slice([...$this->intervals, $timeUs - $this->lastClock], -Tempo::CLOCKS_A_BEAT);
                $this->beatUs = intdiv(Tempo::CLOCKS_A_BEAT * array_sum($this->intervals), \count($this->intervals));
                $this->source = 'clock';
            }
            $this->lastClock = $timeUs;
        } elseif (3 === \strlen($bytes) && 0xB0 === (\ord($bytes[0]) & 0xF0) && self::TAP === \ord($bytes[1]) && \ord($bytes[2]) >= 64) {
            ++$this->taps;
            if (null !== $this->lastTap && $timeUs > $this->lastTap && $timeUs - $this->lastTap < self::LONGEST_US) {
                $this->beatUs = $timeUs - $this->lastTap;
                $this->source = 'taps';
            }
            $this->lastTap = $timeUs;
        }
    }

    public function view(MiddleC $middle): array
    {
        return [
            'face' => 'echo',
            'channel' => 0,
            'tempo' => round(60_000_000 / $this->beatUs, 1),
            'source' => $this->source,
            'taps' => $this->taps,
            'clocks' => $this->clocks,
            'elsewhere' => 0,
        ];
    }

    public function save(): array
    {
        return [$this->beatUs, $this->source, $this->lastClock, $this->lastTap, $this->taps, $this->clocks, $this->intervals];
    }

    public function restore(array $saved): void
    {
        /** @var array{int, string, int|null, int|null, int, int, list<int>} $saved */
        [$this->beatUs, $this->source, $this->lastClock, $this->lastTap, $this->taps, $this->clocks, $this->intervals] = $saved;
    }
}
