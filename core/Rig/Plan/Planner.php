<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

use ZigzagPost\Core\Rig\Document\Chosen;
use ZigzagPost\Core\Rig\Plan\Conflict\ComesBack;
use ZigzagPost\Core\Rig\Plan\Conflict\Conflict;
use ZigzagPost\Core\Rig\Plan\Conflict\Freeing;
use ZigzagPost\Core\Rig\Plan\Conflict\FreeingKind;
use ZigzagPost\Core\Rig\Plan\Conflict\NothingFound;
use ZigzagPost\Core\Rig\Plan\Conflict\TooFewChannels;
use ZigzagPost\Core\Rig\Plan\Conflict\WishesApart;
use ZigzagPost\Core\Rig\Plan\Wish\Granted;
use ZigzagPost\Core\Rig\Plan\Wish\Wish;
use ZigzagPost\Core\Rig\Setup\Setup;

/** Computes the plan of a rig. The same rig always gives the same plan. */
final class Planner
{
    private function __construct(private readonly Setup $setup, private readonly Choices $made)
    {
    }

    public static function plan(Setup $setup): Plan
    {
        $choices = new Choices($setup);
        $planner = new self($setup, $choices);
        if (null !== $choices->beyond) {
            return new Plan([], [], [], 0, true, $choices->beyond->conflict(), $choices->unknown, []);
        }
        $puzzle = $choices->puzzle();
        $wished = new WishProblem($puzzle, $choices->standings, $choices->wishes->wishes);
        $solved = Search::solve($puzzle, array_values(array_diff(array_keys($puzzle->choices), array_keys($wished->choices))));
        if (null === $solved->values) {
            return $planner->without($puzzle, $solved->isProven);
        }
        $granted = $wished->grant();
        if (null === $granted->values) {
            return $planner->quarrel($granted);
        }

        return $planner->result(
            $solved->values + $wished->values($granted->values),
            $solved->cost + $granted->cost,
            $solved->isProven && $granted->isProven,
            $wished,
        );
    }

    private function quarrel(Granted $granted): Plan
    {
        $units = $words = [];
        foreach ($granted->quarrel as $wish) {
            $units += array_fill_keys($wish->units, true);
            null === $wish->words ?: $words[] = $wish->words;
        }
        $named = array_values(array_filter($this->setup->names(), static fn (string $name): bool => isset($units[$name])));
        $why = [] === $words ? new NothingFound(false) : $this->apart(array_values(array_unique($words)), $granted->quarrel);

        return $this->none($granted->isProven, new Conflict($named, $why, $this->unpinning($named), false));
    }

    private function none(bool $isProven, Conflict $conflict): Plan
    {
        return new Plan([], [], [], 0, $isProven, $conflict, $this->made->unknown, []);
    }

    /**
     * @param non-empty-list<string> $words
     * @param list<Wish> $wishes
     */
    private function apart(array $words, array $wishes): WishesApart
    {
        $shared = \count($wishes) < 2 ? [] : array_intersect(...array_map(static fn (Wish $wish): array => $wish->variables, $wishes));
        $choice = 1 === \count($shared) ? $this->made->choices[array_values($shared)[0]] : null;
        $setting = null === $choice?->setting || null !== $choice->cabling ? null : $choice->box->chart->setting($choice->setting);

        return new WishesApart($words, $setting?->title, null === $setting ? null : $choice?->box->name);
    }

    /** @param list<string> $units */
    private function unpinning(array $units): ?Freeing
    {
        $others = array_values(array_diff($this->setup->names(), $units));
        foreach ($units as $unit) {
            if ($this->isPinned($unit)) {
                $freed = new Choices($this->setup, [$unit], [], $others, $this->made);
                $wished = new WishProblem($freed->puzzle(), $freed->standings, $freed->wishes->among($units));
                if (null !== $wished->grant()->values) {
                    return new Freeing(FreeingKind::Unpin, [$unit]);
                }
            }
        }

        return null;
    }

    /** @param array<int, int> $values -1 for what stays as it is though nobody knows how */
    private function result(array $values, int $cost, bool $isProven, WishProblem $wished): Plan
    {
        $planned = $cables = [];
        $channels = [];
        foreach ($this->made->choices as $index => $choice) {
            $option = $choice->options[$values[$index]] ?? null;
            if (null === $option) {
                continue;
            }
            if (null !== $choice->cabling) {
                $parts = $choice->cabling->others[$option->value] ?? null;
                null === $parts
                    ?: $cables[] = new PlannedCable(
                        $choice->cabling->lead(),
                        (string) $option->value,
                        $parts,
                        $option->cost,
                        $wished->reason($index, $values) ?? 'so that it works',
                    );
                continue;
            }
            $channels[$choice->box->name][] = new ChosenValue($choice, $option);
            $setting = null === $choice->setting ? null : $choice->box->chart->setting($choice->setting);
            if (null !== $setting && null !== $option->value) {
                $planned[] = new PlannedSetting(
                    $choice->box,
                    $setting,
                    $option->value,
                    $choice->box->value($setting->id),
                    $option->cost,
                    $setting->howTo($option->value),
                    $choice->isPinned,
                    (0 === $option->cost ? null : $wished->reason($index, $values))
                        ?? Reasons::of($choice, $option, $this->made->choices, $values, $this->made->streams),
                );
            }
        }
        $assigned = (new Numbers($this->setup, $this->made->streams, $this->made->intoPost, $channels, $this->made->matrix))->assign();
        [$numbers, $failed] = [$assigned->planned, $assigned->failed];

        return new Plan(
            $planned,
            $numbers,
            Combs::of($this->made->streams, $channels),
            $cost + array_sum(array_map(static fn (PlannedNumber $number): int => $number->cost, $numbers)),
            $isProven,
            null,
            $this->made->unknown,
            $failed,
            $cables,
        );
    }

    private function without(PlanProblem $puzzle, bool $isProven): Plan
    {
        if (!$isProven) {
            return $this->none(false, new Conflict([], new NothingFound(true), null, false));
        }
        $conflict = SmallestConflict::of($puzzle);
        $units = $conflict->units;
        $isBySending = $this->made->collideBySending($units);
        $why = 1 === \count($units) ? new ComesBack($units[0]) : new TooFewChannels($units, $isBySending);

        return $this->none($isProven, new Conflict($units, $why, $this->freeing($units, $isBySending), $conflict->isSmallest));
    }

    /**
     * The cheapest single change after which these units go together.
     *
     * @param list<string> $units
     */
    private function freeing(array $units, bool $isBySending): ?Freeing
    {
        $others = array_values(array_diff($this->setup->names(), $units));
        foreach ($units as $unit) {
            if ($this->isPinned($unit) && self::goes(new Choices($this->setup, [$unit], [], $others, $this->made))) {
                return new Freeing(FreeingKind::Unpin, [$unit]);
            }
        }
        if (self::goes(new Choices($this->setup, [], $units, $others, $this->made))) {
            return new Freeing(FreeingKind::ShareWithSplitNumbers, $units);
        }
        foreach ($isBySending ? [] : $units as $unit) {
            foreach ($this->setup->box($unit)->chart->hears ?? [] as $part) {
                if (null !== $part->zone || $this->setup->box($unit)?->width($part) > 1) {
                    return new Freeing(null !== $part->zone ? FreeingKind::SmallerZone : FreeingKind::FewerChannels, [$unit]);
                }
            }
        }
        foreach ($units as $unit) {
            if (self::goes(new Choices($this->setup, [], [], [...$others, $unit], $this->made))) {
                return new Freeing(FreeingKind::OtherPort, [$unit]);
            }
        }

        return null;
    }

    private function isPinned(string $unit): bool
    {
        return [] !== array_filter($this->setup->box($unit)->unit->settings ?? [], static fn (Chosen $chosen): bool => true === $chosen->pinned);
    }

    private static function goes(Choices $choices): bool
    {
        return null !== Search::solve($choices->puzzle())->values;
    }
}
