<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\World\RigWorld;

/** What can be done when something stands wrong: each way is tried from the same moment, those with the fewest presses first. */
final class WaysBack
{
    private const WAIT_US = 4_000_000;
    /** Until somebody presses something. */
    private const HAND_US = 1_000_000;

    /** @var array<string, array<string, Stood>> how all stands without the faults after some presses, by when they begin and what they are */
    private array $unharmed = [];

    public function __construct(private readonly RigAnalysis $analysis, private readonly Presses $presses)
    {
    }

    /**
     * The first way after which everything stands as it would without the fault, else the one that leaves least, and the presses that it takes.
     *
     * @param int $fromUs when somebody may press something
     * @param \Closure(bool): RigWorld $played the rig at that time, each time anew: with the faults, or without
     * @param \Closure(RigWorld): array<string, Stood> $standing
     * @param list<string> $units that stand wrong
     * @param int $fewest in how many things it stands otherwise
     *
     * @throws RulebookError
     */
    public function first(int $fromUs, \Closure $played, \Closure $standing, array $units, int $fewest): WayBack
    {
        $best = new WayBack(FaultOutcome::BY_HAND, []);
        foreach ($this->ways($units) as $way => $does) {
            $world = $played(true);
            $this->press($does, $world, $units);
            $key = "{$fromUs} {$this->untilAwakeUs($units)} ".implode(' ', $does);
            $this->unharmed[$key] ??= $this->after($does, $played(false), $standing, $units);
            $differences = \count(UnitsStand::differences($standing($world), $this->unharmed[$key]));
            if ($differences < $fewest) {
                $fewest = $differences;
                $presses = $this->presses->for($does, $this->analysis->checked()->book->scenes[$world->engine->state->scene]->title ?? null);
                $best = new WayBack(0 === $differences ? (string) $way : $way.FaultOutcome::REST_BY_HAND, $presses);
            }
            if (0 === $differences) {
                break;
            }
        }

        return $best;
    }

    /**
     * @param list<string> $does
     * @param \Closure(RigWorld): array<string, Stood> $standing
     * @param list<string> $units
     *
     * @return array<string, Stood> how all stands after presses
     */
    private function after(array $does, RigWorld $world, \Closure $standing, array $units): array
    {
        $this->press($does, $world, $units);

        return $standing($world);
    }

    /**
     * How long it takes at least to bring units back.
     *
     * @param list<string> $units
     */
    public function atLeastUs(array $units): int
    {
        return self::HAND_US + $this->untilAwakeUs($units);
    }

    /**
     * @param list<string> $does
     * @param list<string> $units that stand wrong
     */
    private function press(array $does, RigWorld $world, array $units): void
    {
        $world->play($world->engine->state->now, 0, [], $this->untilAwakeUs($units));
        foreach ($does as $do) {
            $at = $world->engine->state->now + self::HAND_US;
            match ($do) {
                'panic' => $this->panic($world, $at),
                'scene' => $world->go($at, $world->engine->state->scene, self::WAIT_US),
                default => $world->restore($at, $do, self::WAIT_US),
            };
        }
    }

    /**
     * @param list<string> $units
     *
     * @return array<string, list<string>> what each does: "panic", "scene", or the unit that is restored
     */
    private function ways(array $units): array
    {
        $ways = [FaultOutcome::SEND_AGAIN => ['scene'], FaultOutcome::PANIC => ['panic']];
        if ([] !== $units) {
            $names = implode(', ', array_map(fn (string $unit): string => $this->analysis->setup->box($unit)?->label() ?? $unit, $units));
            $ways += [FaultOutcome::RESTORE.$names => $units, FaultOutcome::PANIC.', then '.FaultOutcome::RESTORE.$names => ['panic', ...$units]];
        }

        return $ways + [FaultOutcome::PANIC.', then '.FaultOutcome::SEND_AGAIN => ['panic', 'scene']];
    }

    /**
     * Until all hear again that were switched on at the last moment.
     *
     * @param list<string> $units
     */
    private function untilAwakeUs(array $units): int
    {
        $longest = 0;
        foreach ($units as $unit) {
            foreach ($this->analysis->setup->box($unit)->chart->hears ?? [] as $hears) {
                $longest = max($longest, (int) ceil($hears->deafMs->power ?? 0));
            }
        }

        return 1000 * $longest;
    }

    private function panic(RigWorld $world, int $at): void
    {
        $world->engine->advance($at);
        $world->engine->panic($at);
        $world->play($at, 0, []);
    }
}
