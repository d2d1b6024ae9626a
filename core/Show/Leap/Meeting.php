<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Leap;

use ZigzagPost\Core\Number\Exact;

/**
 * A control meets a parameter that stands elsewhere: the largest step under each takeover, in closed form.
 *
 * A value is raw as the parameter gets it. `$curve` is what the control sends from its one end to the other, place by place, with none left out.
 */
final readonly class Meeting
{
    /** The largest step of the control by itself. */
    public int $finest;

    /**
     * @param non-empty-list<int> $curve
     * @param int $low lowest value that `scaled` goes to
     * @param int $high highest one
     */
    public function __construct(private array $curve, private int $low, private int $high)
    {
        $finest = 0;
        for ($index = 1; $index < \count($curve); ++$index) {
            $finest = max($finest, abs($curve[$index] - $curve[$index - 1]));
        }
        $this->finest = $finest;
    }

    /**
     * @param list<LeapCase> $cases
     *
     * @return array{jump: LeapStep, pickup: LeapStep, scaled: LeapStep}
     */
    public function steps(array $cases): array
    {
        $jump = $pickup = $scaled = $this->finest;
        $travel = 0;
        $meets = false;
        foreach ($cases as $case) {
            [$place, $stands, $isKnown] = [$case->place, $case->value, $case->isKnown];
            $now = $this->jump($place, $stands);
            $jump = max($jump, $now);
            $way = $isKnown ? $this->way($place, $stands) : 0;
            $meets = $meets || null !== $way;
            $travel = max($travel, $way ?? 0);
            $pickup = max($pickup, $isKnown ? $this->pickup($place, $stands, $case->isSeen) : $now);
            $scaled = max($scaled, $isKnown ? $this->scaled($place, $stands) : $now);
        }

        return ['jump' => new LeapStep($jump, 0, true), 'pickup' => new LeapStep($pickup, $travel, $meets), 'scaled' => new LeapStep($scaled, 0, true)];
    }

    /**
     * Whether the parameter follows on without a leap when the control sends at once.
     *
     * @param list<LeapCase> $cases
     */
    public function goesOn(array $cases): bool
    {
        foreach ($cases as $case) {
            if ($this->jump($case->place, $case->value) > $this->finest) {
                return false;
            }
        }

        return true;
    }

    /** The next value, whatever it is, goes out at once. */
    private function jump(?int $place, int $stands): int
    {
        return max([0, ...array_map(static fn (int $value): int => abs($value - $stands), $this->next($place))]);
    }

    /** It acts once it meets or passes; a rule that did not see it move takes any move for passing. */
    private function pickup(?int $place, int $stands, bool $isSeen): int
    {
        if (!$isSeen && min($this->curve) <= $stands && $stands <= max($this->curve)) {
            return $this->jump($place, $stands);
        }
        $largest = 0;
        for ($index = 1; $index < \count($this->curve); ++$index) {
            [$a, $b] = [$this->curve[$index - 1], $this->curve[$index]];
            foreach ([[$a, $b], [$b, $a]] as [$last, $value]) {
                $comesThisWay = null === $place || ($this->curve[$place] - $stands) * ($last - $stands) > 0 || $this->curve[$place] === $stands;
                if (
                    $comesThisWay
                    && ($last - $stands) * ($value - $stands) <= 0
                    && (null === $place || $last !== $stands || $this->curve[$place] === $stands)
                ) {
                    $largest = max($largest, abs($value - $stands));
                }
            }
        }

        return $largest;
    }

    /** The first move only tells where it stands; from there it moves in proportion to what is left. */
    private function scaled(?int $place, int $stands): int
    {
        $last = \count($this->curve) - 1;
        // A control that reaches both ends of the parameter makes its largest step with the first move that counts.
        $isWhole = null === $place && min($this->curve) === $this->low && max($this->curve) === $this->high;
        $largest = 0;
        foreach (
            null === $place ? range(0, $last) : array_filter([$place - 1, $place + 1], static fn (int $each): bool => $each >= 0 && $each <= $last) as $start
        ) {
            foreach ([[$start, $last, 0], [$start, 0, $last]] as $turns) {
                $largest = max($largest, $this->walked($isWhole ? [$start, max(0, min($last, $start + ($turns[1] <=> $start)))] : $turns, $stands));
            }
        }

        return $largest;
    }

    /**
     * The largest step on a way.
     *
     * @param non-empty-list<int> $turns places between which the control moves; the first only tells where it stands
     */
    private function walked(array $turns, int $stands): int
    {
        [$exact, $of] = [$stands, 1]; // the value is exact / of
        $before = $stands;
        $largest = 0;
        for ($turn = 1; $turn < \count($turns); ++$turn) {
            $step = $turns[$turn] <=> $turns[$turn - 1];
            for ($place = $turns[$turn - 1]; $place !== $turns[$turn]; $place += $step) {
                [$from, $to] = [$this->curve[$place], $this->curve[$place + $step]];
                if ($from === $to) {
                    continue;
                }
                $end = $to > $from ? $this->high : $this->low;
                // As far as the control comes nearer to its end, so does the parameter.
                [$exact, $of] = [$end * $of * ($end - $from) - ($end * $of - $exact) * ($end - $to), $of * ($end - $from)];
                $divisor = self::divisor($exact, $of);
                [$exact, $of] = [intdiv($exact, $divisor), intdiv($of, $divisor)];
                $value = Exact::round($exact, $of);
                $largest = max($largest, abs($value - $before));
                $before = $value;
            }
        }

        return $largest;
    }

    /** The greatest common divisor, with the sign of the denominator. */
    private static function divisor(int $numerator, int $denominator): int
    {
        [$a, $b] = [abs($numerator), abs($denominator)];
        while ($b > 0) {
            [$a, $b] = [$b, $a % $b];
        }

        return max(1, $a) * ($denominator < 0 ? -1 : 1);
    }

    /** How far it has to go to meet, in hundredths of its way; null where it never does. */
    private function way(?int $place, int $stands): ?int
    {
        $last = max(1, \count($this->curve) - 1);
        $shortest = null;
        for ($index = 0; $index < \count($this->curve) - 1; ++$index) {
            [$a, $b] = [$this->curve[$index], $this->curve[$index + 1]];
            if (($a - $stands) * ($b - $stands) <= 0) {
                $at = abs($a - $stands) <= abs($b - $stands) ? $index : $index + 1;
                $far = null === $place ? max($at, $last - $at) : abs($at - $place);
                $shortest = min($shortest ?? $far, $far);
            }
        }

        return null === $shortest ? null : (int) round((100 * $shortest) / $last);
    }

    /** @return list<int> values that can come next */
    private function next(?int $place): array
    {
        return null === $place
            ? [min($this->curve), max($this->curve)]
            : array_values(
                array_filter([$this->curve[$place - 1] ?? null, $this->curve[$place + 1] ?? null], static fn (?int $value): bool => null !== $value),
            );
    }
}
