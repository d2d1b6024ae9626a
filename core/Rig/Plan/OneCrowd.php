<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

use ZigzagPost\Core\Rig\Setup\Channels;

/**
 * Units that all collide on one stream and nowhere else, each free to take its run of channels anywhere in the same range.
 *
 * They go together exactly where the widths of their runs add up to no more than the range: nothing has to be tried.
 */
final readonly class OneCrowd
{
    /** @param array<string, int> $widths by unit, in order */
    private function __construct(private array $widths, private int $range)
    {
    }

    /**
     * @param array<string, list<int>> $choices by unit, in order
     *
     * @return self|null null where they are not such units
     */
    public static function of(PlanProblem $puzzle, array $choices): ?self
    {
        $widths = [];
        $range = null;
        foreach ($puzzle->crowds as $crowd) {
            [$stream, $members] = [$crowd->stream, $crowd->members];
            if (\count($members) !== \count($choices) || [] !== array_diff($members, array_merge(...array_values($choices)))) {
                continue;
            }
            foreach ($choices as $unit => $own) {
                $width = 1 === \count($own) ? self::width($puzzle->choices[$own[0]], $stream) : null;
                if (null === $width || $puzzle->meetsElsewhere($own[0], $stream)) {
                    return null;
                }
                $widths[$unit] = $width;
                $last = \count($puzzle->choices[$own[0]]->options) + $width - 1;
                if ($last !== ($range ??= $last)) {
                    return null;
                }
            }

            return new self($widths, $range ?? 16);
        }

        return null;
    }

    /** @return list<string> the smallest set that does not go together, and of several the first */
    public function smallest(): array
    {
        $sorted = array_values($this->widths);
        rsort($sorted);
        $size = $sum = 0;
        while ($sum <= $this->range && $size < \count($sorted)) {
            $sum += $sorted[$size++];
        }
        $chosen = [];
        $sum = 0;
        $left = $this->widths;
        foreach ($this->widths as $unit => $width) {
            unset($left[$unit]);
            $others = array_values($left);
            rsort($others);
            $missing = $size - \count($chosen) - 1;
            if ($missing >= 0 && \count($others) >= $missing && $sum + $width + array_sum(\array_slice($others, 0, $missing)) > $this->range) {
                $chosen[] = (string) $unit;
                $sum += $width;
            }
        }

        return $chosen;
    }

    /** The width of the run that a choice takes, where it can begin on channel 1 and on each that follows. */
    private static function width(PlanVariable $choice, int $stream): ?int
    {
        $width = Channels::count($choice->options[0]->takes[$stream] ?? 0);
        foreach ($choice->options as $place => $option) {
            if ([$stream => ((1 << $width) - 1) << $place] !== $option->takes) {
                return null;
            }
        }

        return $width > 0 ? $width : null;
    }
}
