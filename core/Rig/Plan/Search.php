<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

use ZigzagPost\Core\Rig\Setup\Channels;

/**
 * Finds the values with the least cost; of several those with the fewest changes, then those that are lexicographically lower in the order of
 * the choices.
 *
 * First the least cost is found, trying cheap values first; then, with that cost as the limit, the lowest values.
 */
final class Search
{
    /** Values tried at most; beyond it the answer is not proven. */
    public const MOST_NODES = 60_000;

    /** More than changes there can be: costs count first, then changes. */
    private const CHANGES = 4096;

    private int $nodes = 0;
    private int $best = \PHP_INT_MAX;
    /** @var array<int, int>|null */
    private ?array $found = null;
    /** @var list<list<int>> costs by choice and value */
    private array $costs = [];
    /** @var list<list<int>> values of each choice, the cheapest first */
    private array $cheapest = [];

    private bool $isLexicographic = false;
    /** @var list<int> */
    private array $order = [];

    private function __construct(private readonly PlanProblem $puzzle)
    {
        foreach ($puzzle->choices as $choice) {
            $costs = array_map(static fn (PlanValue $option): int => $option->cost * self::CHANGES + ($option->cost > 0 ? 1 : 0), $choice->options);
            $this->costs[] = $costs;
            $order = array_keys($costs);
            usort($order, static fn (int $a, int $b): int => $costs[$a] <=> $costs[$b] ?: $a <=> $b);
            $this->cheapest[] = $order;
        }
    }

    /** @param list<int>|null $of the choices to make; all where nothing is said */
    public static function solve(PlanProblem $puzzle, ?array $of = null): Solution
    {
        $values = [];
        $cost = 0;
        $tried = 0;
        $isProven = true;
        $search = new self($puzzle);
        foreach ($search->components($of) as $component) {
            $found = $search->component($component);
            $isProven = $isProven && $found->isProven;
            $tried += $found->tried;
            if (null === $found->values) {
                return new Solution(null, 0, $found->isProven, $tried);
            }
            $values += $found->values;
            $cost += $found->cost;
        }
        ksort($values);

        return new Solution($values, intdiv($cost, self::CHANGES), $isProven, $tried);
    }

    /**
     * Whether some choices can be made at all.
     *
     * @param list<int> $of
     */
    public static function isPossible(PlanProblem $puzzle, array $of): bool
    {
        $search = new self($puzzle);
        foreach ($search->components($of) as $component) {
            if (null === $search->component($component, true)->values) {
                return false;
            }
        }

        return true;
    }

    /** @return list<list<int>> groups of choices that can collide with each other and cannot all be made */
    public static function impossible(PlanProblem $puzzle): array
    {
        $search = new self($puzzle);

        return array_values(
            array_filter($search->components(), static fn (array $component): bool => null === $search->component($component, true)->values),
        );
    }

    /**
     * Choices that can collide, directly or over others, in the order of the choices.
     *
     * @param list<int>|null $of
     *
     * @return list<list<int>>
     */
    private function components(?array $of = null): array
    {
        $left = array_fill_keys($of ?? array_keys($this->puzzle->choices), true);
        $components = [];
        foreach (array_keys($left) as $start) {
            if (!isset($left[$start])) {
                continue;
            }
            unset($left[$start]);
            $component = [$start];
            for ($next = 0; $next < \count($component); ++$next) {
                foreach ($this->puzzle->neighbours[$component[$next]] as $other) {
                    if (isset($left[$other])) {
                        unset($left[$other]);
                        $component[] = $other;
                    }
                }
            }
            sort($component);
            $components[] = $component;
        }

        return $components;
    }

    /**
     * @param list<int> $component
     */
    private function component(array $component, bool $anyWillDo = false): Solution
    {
        $this->order = $component;
        $this->nodes = 0;
        $this->best = \PHP_INT_MAX;
        $this->found = null;
        $this->isLexicographic = false;
        $domains = [];
        foreach ($component as $choice) {
            $domains[$choice] = (1 << \count($this->costs[$choice])) - 1;
        }
        $this->descend($domains, [], 0, $anyWillDo);
        $found = $this->found;
        if (null === $found || $anyWillDo) {
            return new Solution($found, 0, $this->nodes <= self::MOST_NODES, $this->nodes);
        }
        $this->isLexicographic = true;
        $isProven = $this->nodes <= self::MOST_NODES;
        $tried = $this->nodes;
        $this->nodes = 0;
        $cost = $this->best;
        ++$this->best;
        $this->found = null;
        $this->descend($domains, [], 0, true);

        return new Solution($this->found ?? $found, $cost, $isProven && $this->nodes <= self::MOST_NODES, $tried + $this->nodes);
    }

    /**
     * @param array<int, int> $domains bits of the values that are left, of the choices not yet made
     * @param array<int, int> $values
     *
     * @return bool whether to go on
     *
     * @phpstan-impure
     */
    private function descend(array $domains, array $values, int $cost, bool $firstWillDo): bool
    {
        if (++$this->nodes > self::MOST_NODES) {
            return false;
        }
        if ($cost + $this->bound($domains) >= $this->best) {
            return true;
        }
        if ([] === $domains) {
            $this->best = $cost;
            $this->found = $values;

            return !$firstWillDo;
        }
        $choice = $this->next($domains);
        $domain = $domains[$choice];
        unset($domains[$choice]);
        foreach ($this->isLexicographic ? array_keys($this->costs[$choice]) : $this->cheapest[$choice] as $value) {
            if (0 === (($domain >> $value) & 1)) {
                continue;
            }
            $left = $this->narrowed($domains, $choice, $value);
            if (
                null !== $left
                && $this->fits($left)
                && !$this->descend($left, $values + [$choice => $value], $cost + $this->costs[$choice][$value], $firstWillDo)
            ) {
                return false;
            }
        }

        return true;
    }

    /**
     * The order of the choices matters only where the lowest values are looked for; else the one with the fewest values is next.
     *
     * @param non-empty-array<int, int> $domains
     */
    private function next(array $domains): int
    {
        if ($this->isLexicographic) {
            foreach ($this->order as $choice) {
                if (isset($domains[$choice])) {
                    return $choice;
                }
            }
        }
        $next = array_key_first($domains);
        $fewest = 1000;
        foreach ($domains as $choice => $domain) {
            $left = substr_count(decbin($domain), '1');
            if ($left < $fewest) {
                [$next, $fewest] = [$choice, $left];
            }
        }

        return $next;
    }

    /**
     * @param array<int, int> $domains
     *
     * @return array<int, int>|null null if some choice has nothing left
     */
    private function narrowed(array $domains, int $choice, int $value): ?array
    {
        foreach ($this->puzzle->allowed[$choice][$value] as $other => $allowed) {
            if (isset($domains[$other])) {
                $domains[$other] &= $allowed;
                if (0 === $domains[$other]) {
                    return null;
                }
            }
        }

        return $domains;
    }

    /**
     * What the choices that are left cost at least: of those whose cheapest values collide, only one can have its own.
     *
     * @param array<int, int> $domains
     */
    private function bound(array $domains): int
    {
        $bound = 0;
        /** @var list<CheapGroup> $groups */
        $groups = [];
        foreach ($domains as $choice => $domain) {
            $two = $this->leastTwo($choice, $domain);
            if ($two->second === $two->least) {
                $bound += $two->least;
                continue;
            }
            $bound += $two->second;
            foreach ($groups as $index => $group) {
                if ($this->collideAll($choice, $two->value, $group->choices, $group->values)) {
                    $groups[$index] = $group->with($choice, $two->value, $two->second - $two->least);
                    continue 2;
                }
            }
            $groups[] = new CheapGroup([$choice], [$two->value], $two->second - $two->least);
        }

        return $bound - array_sum(array_column($groups, 'saves'));
    }

    private function leastTwo(int $choice, int $domain): LeastTwo
    {
        $least = null;
        $at = 0;
        foreach ($this->cheapest[$choice] as $value) {
            if (0 !== (($domain >> $value) & 1)) {
                if (null !== $least) {
                    return new LeastTwo($least, $this->costs[$choice][$value], $at);
                }
                [$least, $at] = [$this->costs[$choice][$value], $value];
            }
        }

        return new LeastTwo($least ?? 0, 1 << 40, $at);
    }

    /**
     * @param list<int> $choices
     * @param list<int> $values
     */
    private function collideAll(int $choice, int $value, array $choices, array $values): bool
    {
        foreach ($choices as $index => $other) {
            $allowed = $this->puzzle->allowed[$choice][$value][$other] ?? null;
            if (null === $allowed || 0 !== (($allowed >> $values[$index]) & 1)) {
                return false;
            }
        }

        return true;
    }

    /**
     * Whether those that are left can have room: on each stream where all of them collide, channels are counted.
     *
     * @param array<int, int> $domains
     */
    private function fits(array $domains): bool
    {
        foreach ($this->puzzle->crowds as $crowd) {
            [$stream, $members] = [$crowd->stream, $crowd->members];
            $union = 0;
            $needed = 0;
            foreach ($members as $member) {
                if (isset($domains[$member])) {
                    $narrowest = 16;
                    foreach ($this->puzzle->choices[$member]->options as $value => $option) {
                        if (0 !== (($domains[$member] >> $value) & 1)) {
                            $takes = $option->takes[$stream] ?? 0;
                            $union |= $takes;
                            $narrowest = min($narrowest, Channels::count($takes));
                        }
                    }
                    $needed += $narrowest;
                }
            }
            if ($needed > Channels::count($union)) {
                return false;
            }
        }

        return true;
    }
}
