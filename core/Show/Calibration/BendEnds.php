<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Calibration;

/** How much flat a bend wheel ends that does not reach its ends, over the range that devices have unless they are told another. */
final readonly class BendEnds
{
    /** Semitones each way (MIDI 1.0, RPN 0: devices begin with two). */
    private const SEMITONES = 2;
    private const ENDS = [-8192, 8191];

    /**
     * @param float $atHeel cents that are missing at the end where the wheel begins
     * @param float $atToe and at the other
     */
    private function __construct(public int $semitones, public float $atHeel, public float $atToe)
    {
    }

    /**
     * @param int $heel raw value that the wheel surely reaches at one end, from -8192 to 8191
     * @param int $toe and at the other
     */
    public static function of(int $heel, int $toe): self
    {
        [$low, $high] = self::ENDS;
        $missing = static fn (int $reached, bool $isLow): float => round(
            (100 * self::SEMITONES * abs(($isLow ? $low : $high) - $reached)) / abs($isLow ? $low : $high),
            1,
        );

        return new self(self::SEMITONES, $missing($heel, $heel < $toe), $missing($toe, $toe < $heel));
    }
}
