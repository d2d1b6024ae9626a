<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Calibration;

use ZigzagPost\Core\Number\TimedValue;

/**
 * A pedal, wheel or sensor that was moved heel, toe, heel: the ends that it surely reaches, how much it trembles at rest, and what keeps
 * it still there.
 *
 * The ends lie inside what was seen at rest by the noise and by the dead band, so that both are reached whatever the last value was that
 * the dead band let through.
 */
final readonly class Calibration
{
    private const STEP_US = 10_000;
    /** A foot that rests so long stands still. */
    private const REST_STEPS = 25;
    /** What trembles more than this share of the whole way is moving. */
    private const MOVING = 0.08;
    /** What lies within this share of the whole way from an end is at that end; a foot may rest on the way as well. */
    private const AT_END = 0.15;
    /** What was heard first lies as near to the end from which it came. */
    private const FROM_END = 0.35;
    private const LOW = 0;
    private const HIGH = 1;

    /**
     * @param int $heel raw value that is taken for the heel; every value beyond it is the heel as well
     * @param int $toe raw value that is taken for the toe; smaller than the heel where the pedal is wired the other way round
     * @param int $noise how far values at rest lie apart
     * @param int $deadband for a step of that name in front of everything else; 1 lets everything through
     * @param string $curve even, slow at the heel, or fast at the heel
     * @param list<TimedValue> $samples
     * @param bool $isBack whether it has come back to the heel and rests there
     */
    private function __construct(
        public int $heel,
        public int $toe,
        public int $noise,
        public int $deadband,
        public string $curve,
        public array $samples,
        public bool $isBack,
    ) {
    }

    /**
     * @param list<TimedValue> $samples raw values, in order
     * @param int $untilUs when the listening ended
     *
     * @return self|null null where nothing moved far enough to be measured
     */
    public static function of(array $samples, int $untilUs): ?self
    {
        $line = self::resampled($samples, $untilUs);
        if ([] === $line || max($line) - min($line) < 8) {
            return null;
        }
        $rests = self::rests($line);
        $way = self::way($line, $rests);
        $isUp = $way->isUp;
        $atEnd = static fn (int $end): array => array_merge(
            ...array_filter($rests, static fn (array $rest): bool => $end === self::end(self::mean($rest), $line)),
        );
        $low = $atEnd(self::LOW) ?: [min($line)]; // it did not rest there
        $high = $atEnd(self::HIGH) ?: [max($line)];
        [$heel, $far] = $isUp ? [$low, $high] : [$high, $low];
        $noise = max([0, ...array_map(self::trembling(...), $rests)]);
        $deadband = $noise + 1;
        [$sureHeel, $sureToe] = $isUp
            ? [max($heel) + $noise, min($far) - $noise]
            : [min($heel) - $noise, max($far) + $noise];
        if (abs($sureToe - $sureHeel) < 4 || $sureToe > $sureHeel !== $isUp) {
            return null; // it trembles as much as it moves
        }

        return new self($sureHeel, $sureToe, $noise, $deadband, self::shape($line, $sureHeel, $sureToe), $samples, $way->isBack);
    }

    /**
     * Which way it goes from the heel, and whether it is back there. It was asked for heel, toe, heel, but may have stood at the heel
     * all along, so that nothing was heard of it, or at the toe before anything was asked.
     *
     * @param non-empty-list<int> $line
     * @param list<list<int>> $rests
     */
    private static function way(array $line, array $rests): PedalWay
    {
        $visited = [];
        foreach (
            [self::end($line[0], $line, self::FROM_END), ...array_map(static fn (array $rest): ?int => self::end(self::mean($rest), $line), $rests)] as $end
        ) {
            if (null !== $end && ($visited[\count($visited) - 1] ?? null) !== $end) {
                $visited[] = $end;
            }
        }
        $count = \count($visited);
        if (0 === $count) {
            return new PedalWay(array_search(min($line), $line, true) < array_search(max($line), $line, true), false);
        }
        $heel = $visited[$count > 2 ? $count - 1 : 0];

        return new PedalWay(self::LOW === $heel, $count > 2 && self::end($line[\count($line) - 1], $line) === $heel);
    }

    /**
     * @param non-empty-list<int> $line
     *
     * @return self::LOW|self::HIGH|null the end at which a value lies; null on the way between them
     */
    private static function end(float $at, array $line, float $near = self::AT_END): ?int
    {
        $share = ($at - min($line)) / (max($line) - min($line));

        return $share <= $near ? self::LOW : ($share >= 1 - $near ? self::HIGH : null);
    }

    /** Where a raw value stands between the ends, from 0 to 1. */
    public function share(int $raw): float
    {
        return max(0.0, min(1.0, ($raw - $this->heel) / ($this->toe - $this->heel)));
    }

    /** @return list<string> lines of a rule that bring it to a range, for those who do not name it */
    public function lines(int $low, int $high): array
    {
        return [
            'scale value '."{$this->heel}..{$this->toe} to {$low}..{$high}",
            ...$this->noise > 0 ? ['deadband '.$this->scaledDeadband($low, $high)] : [],
        ];
    }

    /** The dead band behind that scale: what trembles at rest does not get through it. */
    public function scaledDeadband(int $low, int $high): int
    {
        return (int) ceil(($this->noise * abs($high - $low)) / abs($this->toe - $this->heel)) + 1;
    }

    /**
     * The last value that was known, every hundredth of a second.
     *
     * @param list<TimedValue> $samples
     *
     * @return list<int>
     */
    private static function resampled(array $samples, int $untilUs): array
    {
        $line = [];
        foreach ($samples as $index => $sample) {
            [$timeUs, $value] = [$sample->timeUs, $sample->value];
            $end = $samples[$index + 1]->timeUs ?? max($untilUs, $timeUs + self::STEP_US);
            for ($at = intdiv($timeUs + self::STEP_US - 1, self::STEP_US) * self::STEP_US; $at < $end && \count($line) < 6000; $at += self::STEP_US) {
                $line[] = $value;
            }
        }

        return $line;
    }

    /**
     * Stretches in which it stands still but for its noise.
     *
     * @param non-empty-list<int> $line
     *
     * @return list<list<int>>
     */
    private static function rests(array $line): array
    {
        $most = max(2, (int) (self::MOVING * (max($line) - min($line))));
        $rests = [];
        $rest = [];
        foreach ([...$line, null] as $value) {
            if ([] !== $rest && (null === $value || max([...$rest, $value]) - min([...$rest, $value]) > $most)) {
                if (\count($rest) >= self::REST_STEPS) {
                    $rests[] = self::middle($rest);
                }
                $rest = null === $value || \count($rest) >= self::REST_STEPS ? [] : self::tail($rest, $value, $most);
            }
            $rest[] = (int) $value;
        }

        return array_values(array_filter($rests, static fn (array $each): bool => !self::drifts($each)));
    }

    /**
     * Where a movement begins and ends is no rest yet, however slow it is there.
     *
     * @param list<int> $rest
     *
     * @return list<int>
     */
    private static function middle(array $rest): array
    {
        $edge = intdiv(\count($rest), 5);

        $middle = \array_slice($rest, $edge, \count($rest) - 2 * $edge);
        [$low, $high] = [min([16384, ...$middle]), max([-8192, ...$middle])];

        // What trembles by a step now and then may do so at its edges only.
        return $high - $low > 1
            ? $middle
            : array_values(array_filter($rest, static fn (int $value): bool => $value >= $low - 1 && $value <= $high + 1));
    }

    /**
     * Whether it is a slow movement: it ends elsewhere than it begins.
     *
     * @param list<int> $rest
     */
    private static function drifts(array $rest): bool
    {
        $third = intdiv(\count($rest), 3);
        $range = self::spread($rest);

        return $range > 2 && abs(self::mean(\array_slice($rest, 0, $third)) - self::mean(\array_slice($rest, -$third))) > $range / 2;
    }

    /**
     * How far apart values of a rest lie; at the end of the range half of it is cut off.
     *
     * @param list<int> $rest
     */
    private static function trembling(array $rest): int
    {
        $range = self::spread($rest);

        return [] === array_intersect($rest, [-8192, 0, 127, 8191, 16383]) ? $range : 2 * $range;
    }

    /** @param list<int> $values */
    private static function spread(array $values): int
    {
        return [] === $values ? 0 : max($values) - min($values);
    }

    /**
     * The end of a stretch that a new value still belongs to.
     *
     * @param list<int> $rest
     *
     * @return list<int>
     */
    private static function tail(array $rest, int $value, int $most): array
    {
        $tail = [];
        foreach (array_reverse($rest) as $each) {
            if (self::spread([$value, $each, ...$tail]) > $most) {
                break;
            }
            array_unshift($tail, $each);
        }

        return $tail;
    }

    /** @param non-empty-list<int> $line */
    private static function shape(array $line, int $heel, int $toe): string
    {
        $moving = array_values(
            array_filter(
                array_map(static fn (int $raw): float => ($raw - $heel) / ($toe - $heel), $line),
                static fn (float $share): bool => $share > 0.02 && $share < 0.98,
            ),
        );
        if (\count($moving) < 10) {
            return 'even';
        }
        $half = \count(array_filter($moving, static fn (float $share): bool => $share < 0.5)) / \count($moving);

        return $half > 0.6 ? 'slow at the heel' : ($half < 0.4 ? 'fast at the heel' : 'even');
    }

    /** @param list<int> $values */
    private static function mean(array $values): float
    {
        return array_sum($values) / max(1, \count($values));
    }
}
