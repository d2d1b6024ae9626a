<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Plan\Plan;
use ZigzagPost\Core\Rig\Plan\Planner;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\Kept;

/**
 * A law: what is given out collides with nothing, what is pinned stays, and no cheaper choice of what stays is possible. The model reads the
 * rig's JSON itself.
 *
 * @phpstan-type Numbered array{message: array{kind: string, number: int}}
 * @phpstan-type Given array{name: string, assign: string, message?: array{kind: string, number: int}, sends?: list<Numbered>}
 * @phpstan-type Item array{name: string, kind: string, now: int, cost: int, pinned: bool, fixed: bool, place: string, unit: string}
 */
final class AssignedNumbersTest extends TestCase
{
    private const PARTS = 6;
    /** MIDI 1.0, table III: bank, data entry, parameters and mode messages. */
    private const NEVER = [0, 6, 32, 38, 96, 97, 98, 99, 100, 101, 120, 121, 122, 123, 124, 125, 126, 127];

    /** @return iterable<int, array{int}> */
    public static function parts(): iterable
    {
        for ($part = 0; $part < self::PARTS; ++$part) {
            yield $part => [$part];
        }
    }

    #[DataProvider('parts')]
    public function testNumbersCollideWithNothingAndChangeAsLittleAsCanBe(int $part): void
    {
        $each = Cases::number(40);
        for ($seed = $part * $each; $seed < ($part + 1) * $each; ++$seed) {
            $json = AssignedRig::json($seed);
            $plan = self::plan($json);
            $items = self::items($json);
            $open = array_filter($items, static fn (array $item): bool => !$item['fixed']);
            $given = self::given($plan);
            self::assertNull($plan->conflict?->why->words());
            self::assertSame([], $plan->failed);
            self::assertSame(array_keys($open), array_keys($given), "seed {$seed}");
            $cost = 0;
            foreach ($open as $title => $item) {
                if ($item['pinned']) {
                    self::assertSame($item['now'], $given[$title], "seed {$seed}: {$title} is pinned");
                    continue;
                }
                $cost += $given[$title] === $item['now'] ? 0 : $item['cost'];
                self::assertFalse('cc' === $item['kind'] && \in_array($given[$title], self::NEVER, true), "seed {$seed}: {$title}");
                foreach ($items as $other => $its) {
                    if ($other !== $title && self::meet($item, $its)) {
                        self::assertNotSame($its['fixed'] ? $its['now'] : $given[$other], $given[$title], "seed {$seed}: {$title}, {$other}");
                    }
                }
            }
            self::assertSame($cost, $plan->cost);
            self::assertSame(self::least($items), $cost, "seed {$seed}");
        }
    }

    public function testNumbersAndTheirReasonsStay(): void
    {
        $text = '';
        for ($seed = 5000; $seed < 5100; ++$seed) {
            foreach (self::plan(AssignedRig::json($seed))->numbers as $one) {
                $text .= Kept::line($seed, $one->box->name, $one->title, $one->kind->value, $one->number, $one->now, $one->cost, $one->reason);
            }
        }

        Kept::asIn(__DIR__.'/stays/assigned.txt', $text);
    }

    /** @param array<mixed> $json */
    private static function plan(array $json): Plan
    {
        return Planner::plan(RigFile::setup(RigFile::rig(Json::encode($json))));
    }

    /** @return array<string, int> */
    private static function given(Plan $plan): array
    {
        $given = [];
        foreach ($plan->numbers as $number) {
            $given["{$number->box->name} {$number->title}"] = $number->number;
        }

        return $given;
    }

    /**
     * @param array<mixed> $json
     *
     * @return array<string, Item>
     */
    private static function items(array $json): array
    {
        $items = [];
        /** @var array{leads: list<array<string, array{unit: string, plug: string}>>, units: list<array<string, mixed>>} $json */
        $ports = [];
        foreach ($json['leads'] as $lead) {
            $ports[$lead['a']['unit']] = $lead['b']['plug'];
        }
        foreach ($json['units'] as $unit) {
            /** @var array{name: string, assigned?: array<string, array{message: array{number: int}, state: string, pinned?: bool}>} $unit */
            $name = $unit['name'];
            /** @var array<string, array{chart: array<string, mixed>}> $charts */
            $charts = $json['charts'] ?? [];
            /**
             * @var array{
             *     hears?: list<array{channel: int}>,
             *     sends?: list<array{channel: int}>,
             *     settings?: list<array{factory: int}>,
             *     parameters?: list<Given>,
             *     surface?: array{controls: list<Given>}
             * } $chart
             */
            $chart = $charts[$name]['chart'];
            $isBox = isset($chart['hears']);
            $channel = $chart['settings'][0]['factory'] ?? $chart['hears'][0]['channel'] ?? $chart['sends'][0]['channel'] ?? 0;
            foreach ($chart['parameters'] ?? $chart['surface']['controls'] ?? [] as $each) {
                $message = $each['message'] ?? $each['sends'][0]['message'] ?? ['kind' => '', 'number' => 0];
                $assigned = $unit['assigned'][$each['name']] ?? null;
                $isTicked = \in_array($assigned['state'] ?? '', ['set', 'read'], true);
                $isPinned = $assigned['pinned'] ?? false;
                $items["{$name} {$each['name']}"] = [
                    'name' => $each['name'],
                    'kind' => $message['kind'],
                    'now' => null !== $assigned && ($isTicked || $isPinned) ? $assigned['message']['number'] : $message['number'],
                    'cost' => ('learn' === $each['assign'] ? 3 : 1) + ($isTicked ? 2 : 0),
                    'pinned' => $isPinned,
                    'fixed' => 'fixed' === $each['assign'],
                    'place' => ($isBox ? 'main' : $ports[$name])." {$channel}",
                    'unit' => $name,
                ];
            }
        }

        return $items;
    }

    /**
     * Whether the same number would mean both: at one place, of one kind; a board may send the same at two of its own controls.
     *
     * @param Item $one
     * @param Item $other
     */
    private static function meet(array $one, array $other): bool
    {
        $isOfOneBoard = $one['unit'] === $other['unit'] && !str_starts_with($one['place'], 'main');

        return !$isOfOneBoard && $one['kind'] === $other['kind'] && $one['place'] === $other['place'];
    }

    /** @param array<string, Item> $items */
    private static function least(array $items): int
    {
        $cost = 0;
        $groups = [];
        foreach ($items as $item) {
            if ($item['fixed'] || $item['pinned']) {
                continue;
            }
            $isTaken = [] !== array_filter(
                $items,
                static fn (array $other): bool => ($other['fixed'] || $other['pinned']) && $other['now'] === $item['now'] && self::meet($item, $other),
            );
            if ($isTaken || ('cc' === $item['kind'] && \in_array($item['now'], self::NEVER, true))) {
                $cost += $item['cost'];
                continue;
            }
            // Of those that mean the same one unit's may stay; of boxes one parameter.
            $who = str_starts_with($item['place'], 'main') ? "{$item['unit']} {$item['name']}" : $item['unit'];
            $groups["{$item['kind']} {$item['place']} {$item['now']}"][$who][] = $item['cost'];
        }
        foreach ($groups as $group) {
            $sums = array_map(static fn (array $costs): int => (int) array_sum($costs), $group);
            $cost += (int) array_sum($sums) - max($sums);
        }

        return $cost;
    }
}
