<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

/**
 * The smallest set of units that cannot go together, and of several the first.
 *
 * Any such set has a unit in common with what is left out of any largest set that does go together; so the smallest set
 * that meets all those found so far is tried, and either it is the answer, or it grows into another set that goes together.
 * Sets of units are bits.
 */
final class SmallestConflict
{
    /** Sets that are tried at most, and sets that are looked for. */
    private const MOST_TRIALS = 600;
    private const MOST_SETS = 10_000;
    private const MOST_UNITS = 62;

    private int $tried = 0;

    /**
     * @param list<string> $units in order
     * @param array<string, list<int>> $choices by unit
     */
    private function __construct(
        private readonly PlanProblem $puzzle,
        private readonly array $units,
        private readonly array $choices,
        private int $trials,
    ) {
    }

    public static function of(PlanProblem $puzzle): UnitConflict
    {
        $smallest = null;
        $isProven = true;
        $trials = 0;
        $places = array_flip(array_values(array_unique(array_map(static fn ($choice): string => $choice->box->name, $puzzle->choices))));
        foreach (Search::impossible($puzzle) as $component) {
            $choices = [];
            foreach ($component as $choice) {
                $choices[$puzzle->choices[$choice]->box->name][] = $choice;
            }
            uksort($choices, static fn (int|string $a, int|string $b): int => $places[$a] <=> $places[$b]); // the first of a unit may be elsewhere
            $crowd = OneCrowd::of($puzzle, $choices);
            $search = new self($puzzle, array_map(strval(...), array_keys($choices)), $choices, $trials);
            $found = null === $crowd ? $search->find(\count($smallest ?? []) ?: \PHP_INT_MAX) : new FoundConflict($crowd->smallest(), true);
            $trials = $search->trials;
            $isProven = $isProven && $found->isProven;
            $units = $found->units;
            if (null === $units) {
                continue; // none of these is smaller
            }
            // of equally small ones the first
            $smallest = null === $smallest || self::rank($places, $units) < self::rank($places, $smallest) ? $units : $smallest;
        }

        return new UnitConflict($smallest ?? [], $isProven, $trials);
    }

    /**
     * @param array<string, int> $places of the units in the rig
     * @param list<string> $units
     *
     * @return list<int> by which sets are compared: the smaller first, then the one that comes first
     */
    private static function rank(array $places, array $units): array
    {
        return [\count($units), ...array_map(static fn (string $unit): int => $places[$unit], $units)];
    }

    /**
     * @param int $atMost larger ones are not looked for
     */
    private function find(int $atMost): FoundConflict
    {
        /** @var list<int> $left what each set that goes together leaves out */
        $left = [];
        $all = (1 << min(self::MOST_UNITS, \count($this->units))) - 1;
        while ($this->trials < self::MOST_TRIALS && \count($this->units) <= self::MOST_UNITS) {
            $meets = $this->meeting($left);
            if (null === $meets) {
                break;
            }
            if (substr_count(decbin($meets), '1') > $atMost) {
                return new FoundConflict(null, true);
            }
            if (!$this->isPossible($meets)) {
                return new FoundConflict($this->names($meets), true);
            }
            foreach (array_keys($this->units) as $unit) {
                if (0 === (($meets >> $unit) & 1) && $this->isPossible($meets | (1 << $unit))) {
                    $meets |= 1 << $unit;
                }
            }
            $left[] = $all & ~$meets;
        }

        return new FoundConflict($this->counted() ?? $this->minimal(), false);
    }

    /**
     * The smallest set that has something of each of these, and of several the first.
     *
     * @param list<int> $sets
     */
    private function meeting(array $sets): ?int
    {
        for ($size = [] === $sets ? 0 : 1; $size <= \count($this->units) && $this->tried <= self::MOST_SETS; ++$size) {
            $found = $this->choose($sets, 0, 0, $size);
            if (null !== $found) {
                return $found;
            }
        }

        return null;
    }

    /**
     * @param list<int> $unmet sets of which nothing is chosen yet
     *
     * @phpstan-impure
     */
    private function choose(array $unmet, int $chosen, int $from, int $size): ?int
    {
        if (0 === $size) {
            return [] === $unmet ? $chosen : null;
        }
        if (++$this->tried > self::MOST_SETS || self::apart($unmet) > $size) {
            return null;
        }
        for ($next = $from; $next < \count($this->units); ++$next) {
            $found = $this->choose(
                array_values(array_filter($unmet, static fn (int $set): bool => 0 === (($set >> $next) & 1))),
                $chosen | (1 << $next),
                $next + 1,
                $size - 1,
            );
            if (null !== $found) {
                return $found;
            }
        }

        return null;
    }

    /**
     * How many of these sets have nothing in common: at least so many units are needed.
     *
     * @param list<int> $sets
     */
    private static function apart(array $sets): int
    {
        $seen = 0;
        $count = 0;
        foreach ($sets as $set) {
            if (0 === ($set & $seen)) {
                $seen |= $set;
                ++$count;
            }
        }

        return $count;
    }

    /**
     * Where channels are too few for those on one stream: the widest units first.
     *
     * @return list<string>|null
     */
    private function counted(): ?array
    {
        $best = null;
        foreach ($this->puzzle->crowds as $crowd) {
            [$stream, $members] = [$crowd->stream, $crowd->members];
            $widths = [];
            foreach ($members as $member) {
                $unit = $this->puzzle->choices[$member]->box->name;
                if (isset($this->choices[$unit])) {
                    $widths[$unit] = ($widths[$unit] ?? 0) + $this->puzzle->choices[$member]->narrowest($stream);
                }
            }
            arsort($widths);
            $sum = 0;
            $units = [];
            foreach ($widths as $unit => $width) {
                $units[] = (string) $unit;
                $sum += $width;
                if ($sum > 16) {
                    $best = null === $best || \count($units) < \count($best) ? $units : $best;
                    break;
                }
            }
        }

        return null === $best || Search::isPossible($this->puzzle, $this->choicesOf($best))
            ? null
            : array_values(array_intersect($this->units, $best));
    }

    /** @return list<string> a set from which none can be left out */
    private function minimal(): array
    {
        $units = $this->units;
        foreach ($this->units as $unit) {
            $without = array_values(array_diff($units, [$unit]));
            if (!Search::isPossible($this->puzzle, $this->choicesOf($without))) {
                $units = $without;
            }
        }

        return $units;
    }

    /** @phpstan-impure */
    private function isPossible(int $units): bool
    {
        ++$this->trials;

        return Search::isPossible($this->puzzle, $this->choicesOf($this->names($units)));
    }

    /** @return list<string> */
    private function names(int $units): array
    {
        return array_values(array_filter($this->units, static fn (int $index): bool => 1 === (($units >> $index) & 1), \ARRAY_FILTER_USE_KEY));
    }

    /**
     * @param list<string> $units
     *
     * @return list<int>
     */
    private function choicesOf(array $units): array
    {
        $choices = array_merge(...array_map(fn (string $unit): array => $this->choices[$unit], $units));
        sort($choices);

        return $choices;
    }
}
