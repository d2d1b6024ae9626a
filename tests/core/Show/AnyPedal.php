<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Show;

use ZigzagPost\Core\Number\TimedValue;

/**
 * A pedal, wheel or sensor of 7 bits, 14 bits or bend, moved heel, toe, heel: at least 30 % of its range, up to 2 % of that noise, dead zones,
 * clipped at either end or none, either way round, begun at either end.
 */
final class AnyPedal
{
    private const STEP_US = 10_000;

    /** @var list<TimedValue> time and value of all that it sends */
    public array $samples = [];
    public int $untilUs = 0;
    public readonly bool $isReversed;
    public readonly float $travel;
    /** @var list<int> what it stands at while it rests there */
    public array $atHeel = [];
    /** @var list<int> */
    public array $atToe = [];

    private readonly \Random\Randomizer $random;
    private readonly int $lowest;
    private readonly int $highest;
    private readonly float $from;
    private readonly float $to;
    private readonly float $noise;
    private readonly float $zone;

    public function __construct(int $seed)
    {
        $this->random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
        [$this->lowest, $this->highest] = [[0, 127], [0, 16383], [-8192, 8191]][$this->random->getInt(0, 2)];
        $range = $this->highest - $this->lowest;
        $travel = $this->between(0.3, 1.0) * $range;
        [$clipsLow, $clipsHigh] = [1 === $this->random->getInt(1, 3), 1 === $this->random->getInt(1, 3)];
        $from = $clipsLow
            ? $this->lowest - 0.04 * $range
            : ($clipsHigh
                ? $this->highest + 0.04 * $range - $travel
                : $this->lowest + $this->between(0, 1) * ($range - $travel));
        [$this->from, $this->to] = [$from, $clipsLow && $clipsHigh ? $this->highest + 0.04 * $range : $from + $travel];
        $this->travel = min($this->highest, $this->to) - max($this->lowest, $this->from);
        $this->noise = $this->between(0, 0.02) * ($this->to - $this->from);
        $this->zone = $this->between(0, 0.1);
        $this->isReversed = 1 === $this->random->getInt(0, 1);
        if (1 === $this->random->getInt(1, 4)) {
            // it stood at the toe before anything was asked
            $this->rests(1.0);
            $this->moves(1.0, 0.0);
        }
        $this->rests(0.0);
        $this->moves(0.0, 1.0);
        $this->rests(1.0);
        $this->moves(1.0, 0.0);
        $this->rests(0.0);
        $this->untilUs += self::STEP_US;
    }

    private function rests(float $at): void
    {
        for ($step = $this->random->getInt(50, 120); $step > 0; --$step) {
            $value = $this->sends($at);
            0.0 === $at ? ($this->atHeel[] = $value) : ($this->atToe[] = $value);
        }
    }

    private function moves(float $from, float $to): void
    {
        $steps = $this->random->getInt(40, 150);
        for ($step = 1; $step <= $steps; ++$step) {
            $this->sends($from + (($to - $from) * $step) / $steps);
        }
    }

    private function sends(float $at): int
    {
        $share = max(0.0, min(1.0, ($at - $this->zone) / (1 - 2 * $this->zone)));
        $place = $this->from + ($this->to - $this->from) * ($this->isReversed ? 1 - $share : $share);
        $value = (int) max($this->lowest, min($this->highest, round($place + $this->between(-$this->noise / 2, $this->noise / 2))));
        $this->untilUs += self::STEP_US;
        if ([] === $this->samples || $this->samples[\count($this->samples) - 1]->value !== $value) {
            $this->samples[] = new TimedValue($this->untilUs, $value);
        }

        return $value;
    }

    private function between(float $low, float $high): float
    {
        return $low + (($high - $low) * $this->random->getInt(0, 1_000_000)) / 1_000_000;
    }
}
