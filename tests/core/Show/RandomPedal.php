<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Show;

use ZigzagPost\Core\Number\TimedValue;

/** A worn pedal out of a seed: its ends, dead zones, noise, wiring and curve. */
final class RandomPedal
{
    /** Where the foot has it, from heel 0 to toe 1. */
    public float $stands = 0.0;

    private readonly \Random\Randomizer $random;
    private readonly int $heel;
    private readonly int $toe;
    private readonly int $noise;
    private readonly float $zone;
    private readonly float $power;

    public function __construct(int $seed)
    {
        $this->random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
        [$low, $high] = [$this->random->getInt(0, 15), $this->random->getInt(100, 127)];
        [$this->heel, $this->toe] = 0 === $this->random->getInt(0, 3) ? [$high, $low] : [$low, $high];
        $this->noise = $this->random->getInt(0, 2);
        $this->zone = $this->random->getInt(0, 10) / 100;
        $this->power = [1.0, 1.0, 2.5, 0.4][$this->random->getInt(0, 3)];
    }

    /** What it sends at a place, with its noise. */
    public function at(float $place): int
    {
        $share = max(0.0, min(1.0, ($place - $this->zone) / (1 - 2 * $this->zone))) ** $this->power;

        return max(0, min(127, (int) round($this->heel + ($this->toe - $this->heel) * $share) + $this->random->getInt(-$this->noise, $this->noise)));
    }

    /**
     * @param bool $rests whether it comes back to the heel and rests there; else it stops on the way
     *
     * @return array{list<TimedValue>, int} times and values of a measuring, and when it ends
     */
    public function heelToeHeel(bool $rests = true): array
    {
        $samples = [];
        $now = 0;
        $last = null;
        $half = $this->zone + (1 - 2 * $this->zone) * 0.5 ** (1 / $this->power);
        $before = match ($this->random->getInt(0, $rests ? 4 : 3)) {
            0 => [], // it stood at the heel all along, and nothing was heard of that
            1 => [[$half, $half, 60], [$half, 0.0, 20], [0.0, 0.0, 80]], // it stood on the way, or
            4 => [[1.0, 1.0, 60], [1.0, 0.0, 30], [0.0, 0.0, 80]], // at the toe
            default => [[0.0, 0.0, 80]],
        };
        $up = 0 === $this->random->getInt(0, 3) ? [[0.0, $half, 30], [$half, $half, 40], [$half, 1.0, 40]] : [[0.0, 1.0, 70]];
        $down = $rests ? [[1.0, 0.0, 70], [0.0, 0.0, 80]] : [[1.0, $half, 35], [$half, $half, 80]];
        foreach ([...$before, ...$up, [1.0, 1.0, 80], ...$down] as [$from, $to, $steps]) {
            for ($step = 1; $step <= $steps; ++$step) {
                $value = $this->at($from + ($to - $from) * $step / $steps);
                if ($value !== $last) {
                    $samples[] = new TimedValue($now, $value);
                }
                $last = $value;
                $now += 10_000;
            }
        }

        return [$samples, $now];
    }
}
