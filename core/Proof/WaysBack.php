<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

use ZigzagPost\Core\Situation\Situation;
use ZigzagPost\Core\World\RigWorld;

/** What can be done when something stands wrong: each way is tried from the same moment, those with the fewest presses first. */
final readonly class WaysBack
{
    private const WAIT_US = 4_000_000;

    public function __construct(private Situation $situation, private Presses $presses)
    {
    }

    /**
     * The first way after which everything stands as it would without the fault, else the one that leaves least, and the presses that it takes.
     *
     * @param \Closure(bool): RigWorld $played the rig at the end of the show, each time anew: with the faults, or without
     * @param \Closure(RigWorld): array<string, string> $standing
     * @param list<string> $units that stand wrong
     *
     * @return array{string, list<string>}
     */
    public function first(\Closure $played, \Closure $standing, array $units): array
    {
        $fewest = self::differences($standing($played(true)), $standing($played(false)));
        $best = [Misfortune::BY_HAND, []];
        foreach ($this->ways($units) as $way => $does) {
            $worlds = [$played(true), $played(false)];
            foreach ($worlds as $world) {
                $this->press($does, $world);
            }
            $differences = self::differences($standing($worlds[0]), $standing($worlds[1]));
            if ($differences < $fewest) {
                $fewest = $differences;
                $presses = $this->presses->for($does, $this->situation->checked()->book->scenes[$worlds[0]->engine->state->scene]->title ?? null);
                $best = [0 === $differences ? $way : $way.Misfortune::REST_BY_HAND, $presses];
            }
            if (0 === $differences) {
                break;
            }
        }

        return $best;
    }

    /**
     * @param array<string, string> $is
     * @param array<string, string> $shouldBe
     */
    private static function differences(array $is, array $shouldBe): int
    {
        return \count(array_diff_assoc($is, $shouldBe) + array_diff_assoc($shouldBe, $is));
    }

    /** @param list<string> $does */
    private function press(array $does, RigWorld $world): void
    {
        $world->play($world->engine->state->now, 0, [], $this->untilAwakeUs());
        foreach ($does as $do) {
            $at = $world->engine->state->now + 1_000_000;
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
        $ways = [Misfortune::SEND_AGAIN => ['scene'], Misfortune::PANIC => ['panic']];
        if ([] !== $units) {
            $names = implode(', ', array_map(fn (string $unit): string => $this->situation->setup->box($unit)?->label() ?? $unit, $units));
            $ways += [Misfortune::RESTORE.$names => $units, Misfortune::PANIC.', then '.Misfortune::RESTORE.$names => ['panic', ...$units]];
        }

        return $ways + [Misfortune::PANIC.', then '.Misfortune::SEND_AGAIN => ['panic', 'scene']];
    }

    /** Until all hear again that were switched on at the last moment. */
    private function untilAwakeUs(): int
    {
        $longest = 0;
        foreach ($this->situation->setup->boxes as $box) {
            foreach ($box->isPost() ? [] : $box->chart->hears ?? [] as $hears) {
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
