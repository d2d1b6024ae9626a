<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Midi\MiddleC;

/** A drum box that knows pulses only: each moves it on by half a beat. */
final class DrumBox implements Receiver
{
    private const STEPS = 8;
    private const PULSES_A_BEAT = 2;
    private const LONGEST_US = 3_000_000;

    private int $pulses = 0;
    private ?int $last = null;
    private int $intervalUs = 0;

    public function hear(int $timeUs, string $bytes, ?int $pulseUs): void
    {
        if (null === $pulseUs) {
            return;
        }
        ++$this->pulses;
        $this->intervalUs = null !== $this->last && $timeUs - $this->last < self::LONGEST_US ? $timeUs - $this->last : 0;
        $this->last = $timeUs;
    }

    public function view(MiddleC $middle): array
    {
        return [
            'face' => 'drums', 'channel' => 0, 'pulses' => $this->pulses,
            'step' => 0 === $this->pulses ? 0 : 1 + ($this->pulses - 1) % self::STEPS,
            'tempo' => 0 === $this->intervalUs ? null : round(60_000_000 / $this->intervalUs / self::PULSES_A_BEAT, 1),
            'elsewhere' => 0,
        ];
    }

    public function save(): array
    {
        return [$this->pulses, $this->last, $this->intervalUs];
    }

    public function restore(array $saved): void
    {
        /** @var array{int, int|null, int} $saved */
        [$this->pulses, $this->last, $this->intervalUs] = $saved;
    }
}
