<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use Eris\Generators;
use Eris\TestTrait;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Core\Rig\Plan\Plan;
use ZigzagPost\Core\Rig\Plan\PlannedSetting;
use ZigzagPost\Core\Rig\Plan\Planner;
use ZigzagPost\Tests\Core\Cases;

final class PlanTest extends TestCase
{
    use TestTrait;

    private const BOOK = "port one out\nport two out\n";

    public function testUnitsOnOneCableGetAChannelEachAndTheLeastIsChanged(): void
    {
        $plan = self::plan([[1, 1, [], 'menu', null], [1, 1, [], 'gesture', null], [2, 1, [], 'menu', null]]);

        // The one that is set by a gesture keeps its factory channel.
        self::assertSame(['u0 3', 'u1 1', 'u2 2'], self::values($plan));
        self::assertSame(1, $plan->cost);
        self::assertTrue($plan->isProven);
        self::assertSame('1 is u1’s on post one', $plan->settings[0]->reason);
    }

    public function testOfPlansThatCostTheSameTheLowestValuesWin(): void
    {
        self::assertSame(['u0 1', 'u1 2', 'u2 3'], self::values(self::plan(array_fill(0, 3, [1, 1, [], 'menu', null]))));
        self::assertSame(['u0 1', 'u1 5'], self::values(self::plan([[5, 1, [], 'menu', null], [5, 1, [], 'menu', null]])));
    }

    public function testWhatIsTickedCostsMoreToChangeAndWhatIsPinnedStays(): void
    {
        self::assertSame(
            ['u0 2', 'u1 1'],
            self::values(self::plan([[1, 1, [], 'menu', null], [3, 1, ['value' => 1, 'state' => 'set'], 'menu', null]])),
        );
        self::assertSame(
            ['u0 9', 'u1 1'],
            self::values(self::plan([[1, 1, ['value' => 9, 'state' => 'planned', 'pinned' => true], 'menu', null], [1, 1, [], 'menu', null]])),
        );
    }

    public function testSeventeenUnitsHaveNoPlanAndTheSmallestConflictIsAllOfThem(): void
    {
        $plan = self::plan(array_fill(0, 17, [1, 1, [], 'menu', null]));

        self::assertNotNull($plan->conflict);
        self::assertCount(17, $plan->conflict->units);
        self::assertTrue($plan->conflict->isProvenSmallest);
        self::assertSame('move u0 to another port', $plan->conflict->change?->words());
    }

    public function testTwoPinnedOnOneChannelAreTheConflict(): void
    {
        $pinned = ['value' => 4, 'state' => 'set', 'pinned' => true];
        $plan = self::plan([[1, 1, [], 'menu', null], [1, 1, $pinned, 'menu', null], [2, 1, [], 'menu', null], [1, 1, $pinned, 'menu', null]]);

        self::assertSame(['u1', 'u3'], $plan->conflict?->units);
        self::assertSame('unpin u1', $plan->conflict->change?->words());
    }

    /** On port one u0, u2 and u4 are apart from u1 and u3 on port two; both have two that are pinned alike. */
    public function testOfConflictsOnDifferentPortsTheFirstIsTold(): void
    {
        $pinned = ['value' => 4, 'state' => 'set', 'pinned' => true];
        $plan = self::plan([
            [1, 1, [], 'menu', 'one'],
            [1, 1, $pinned, 'menu', 'two'],
            [1, 1, $pinned, 'menu', 'one'],
            [1, 1, $pinned, 'menu', 'two'],
            [1, 1, $pinned, 'menu', 'one'],
        ]);

        self::assertSame(['u1', 'u3'], $plan->conflict?->units);
    }

    /** Existence, least cost, lowest values and smallest conflict of random small rigs, against trying everything. */
    public function testAgreesWithTryingEverything(): void
    {
        $this->limitTo(Cases::number(150))
            ->forAll(
                Generators::seq(
                    Generators::tuple(
                        Generators::choose(1, 6),
                        Generators::choose(1, 3),
                        Generators::elements('', 'set', 'pinned'),
                        Generators::choose(1, 6),
                        Generators::elements('menu', 'gesture'),
                        Generators::elements('one', 'two', 'both'),
                        Generators::elements('', '', 'u0'),
                    ),
                ),
            )
            ->then(static function (array $units): void {
                $specs = [];
                /** @var list<array{int, int, string, int, string, string, string}> $few */
                $few = \array_slice($units, 0, 5);
                foreach ($few as $index => [$factory, $width, $state, $value, $by, $ports, $with]) {
                    $chosen =
                        '' === $state ? [] : ['value' => min($value, 7 - $width), 'state' => 'set', ...'pinned' === $state ? ['pinned' => true] : []];
                    $specs[] = [min($factory, 7 - $width), $width, $chosen, $by, $ports, 0 === $index ? '' : $with];
                }
                if ([] === $specs) {
                    return;
                }
                $rig = self::rig($specs, 6);
                $plan = Planner::plan(Kit::setup($rig, self::BOOK));
                [$cost, $values] = self::tryEverything($specs, array_keys($specs));
                if (null === $values) {
                    self::assertNotNull($plan->conflict);
                    self::assertSame(
                        self::smallestConflict($specs),
                        array_map(static fn (string $unit): int => (int) substr($unit, 1), $plan->conflict->units),
                    );
                    self::assertTrue($plan->conflict->isProvenSmallest);
                } else {
                    self::assertNull($plan->conflict);
                    self::assertTrue($plan->isProven);
                    self::assertSame($cost, $plan->cost);
                    self::assertSame($values, array_map(static fn (PlannedSetting $setting): int|string => $setting->value, $plan->settings));
                }
            });
    }

    public function testSplitNumbersShareAChannel(): void
    {
        $parameter = static fn (string $name, int $number): array => [
            'name' => $name,
            'reach' => 'midi',
            'raw' => [0, 127],
            'message' => ['kind' => 'cc', 'number' => $number],
        ];
        $chart = static fn (array $parameters): array => [
            ...Kit::hearer('Box'),
            'parameters' => $parameters,
            'hears' => [['id' => 'all', 'at' => ['in'], 'channel' => ['setting' => 'channel'], 'kinds' => ['cc' => true]]],
        ];
        $rig = static fn (string $wants): Rig => Kit::rig(
            ['a' => $chart([$parameter('Level', 7)]), 'b' => $chart([$parameter('Tone', 74)])],
            [['name' => 'a', 'chart' => 'a'], ['name' => 'b', 'chart' => 'b']],
            [Kit::lead('1', 'post one', 'a in'), Kit::lead('2', 'post one', 'b in')],
            ['wants' => $wants],
        );

        self::assertSame(0, Planner::plan(Kit::setup($rig('split numbers'), self::BOOK))->cost);
        self::assertSame(1, Planner::plan(Kit::setup($rig('a channel each'), self::BOOK))->cost);
    }

    public function testControlsThatCanBeAssignedGetNumbersThatNobodyElseUses(): void
    {
        $switches = static fn (string $name): array => [
            'schema' => 1,
            'name' => $name,
            'sort' => 'controller',
            'plugs' => [Kit::din('out', 'out')],
            'sends' => [['at' => ['out'], 'channel' => 1]],
            'surface' => [
                'controls' => [
                    [
                        'name' => 'Switch',
                        'sort' => 'switch',
                        'assign' => 'menu',
                        'sends' => [['gesture' => 'press', 'message' => ['kind' => 'cc', 'number' => 20, 'values' => [0, 127]]]],
                    ],
                ],
            ],
        ];
        $rig = Kit::rig(
            ['a' => $switches('A'), 'b' => $switches('B')],
            [['name' => 'a', 'chart' => 'a'], ['name' => 'b', 'chart' => 'b']],
            [Kit::lead('1', 'a out', 'post in_one'), Kit::lead('2', 'b out', 'post in_one')],
            ['wants' => 'split numbers'],
        );
        $plan = Planner::plan(Kit::setup($rig, "port in_one in\n"));

        // 3 is the lowest number without a meaning of its own; the first takes it, so that the second can stay.
        self::assertSame(['a 3', 'b 20'], array_map(static fn ($number): string => "{$number->box->name} {$number->number}", $plan->numbers));
        self::assertSame(1, $plan->cost);
    }

    public function testBoardsThatCannotBeToldApartSendTheSame(): void
    {
        $switch = ['name' => 'Go', 'sort' => 'switch', 'assign' => 'fixed', 'sends' => [['gesture' => 'press', 'message' => ['kind' => 'cc', 'number' => 20]]]];
        $rig = Kit::rig(
            ['a' => Kit::board([$switch]), 'b' => Kit::board([$switch])],
            [['name' => 'a', 'chart' => 'a'], ['name' => 'b', 'chart' => 'b']],
            [Kit::lead('1', 'a out', 'post keys'), Kit::lead('2', 'b out', 'post keys')],
        );
        $conflict = Planner::plan(Kit::setup($rig, "port keys in\n"))->conflict;

        self::assertSame(['a', 'b'], $conflict?->units);
        self::assertSame('a, b send the same messages to the post, and there are not channels enough to tell them apart', $conflict->why->words());
        self::assertSame('move a to another port', $conflict->change?->words());
        $more = Kit::rig(
            ['x' => Kit::hearer('x', 1, 4), 'y' => Kit::hearer('y', 1, 4), 'a' => Kit::board([$switch]), 'b' => Kit::board([$switch])],
            array_map(static fn (string $name): array => ['name' => $name, 'chart' => $name], ['x', 'y', 'a', 'b']),
            [
                Kit::lead('1', 'a out', 'post keys'),
                Kit::lead('2', 'b out', 'post keys'),
                Kit::lead('3', 'post one', 'x in'),
                Kit::lead('4', 'post one', 'y in'),
            ],
        );
        $others = Planner::plan(Kit::setup($more, "port keys in\nport one out\n"))->conflict;
        self::assertEquals($conflict->why, $others?->why, 'whatever others meet on a stream');
        $hearers = Kit::rig(
            ['a' => Kit::hearer('a', 1, 16), 'b' => Kit::hearer('b', 1, 16)],
            [['name' => 'a', 'chart' => 'a'], ['name' => 'b', 'chart' => 'b']],
            [Kit::lead('1', 'post one', 'a in'), Kit::lead('2', 'post one', 'b in')],
        );
        self::assertStringContainsString('a, b hear the same stream', Planner::plan(Kit::setup($hearers, self::BOOK))->conflict?->why->words() ?? '');
    }

    /** A controller that listens as well gets a channel of its own, so that it never answers itself. */
    public function testWhatComesBackToItsSenderGetsAnotherChannel(): void
    {
        $chart = [
            'schema' => 1,
            'name' => 'Keys',
            'sort' => 'synth',
            'settings' => [
                ['id' => 'rx', 'title' => 'Receive', 'values' => [1, 16], 'factory' => 1, 'how' => [['by' => 'menu']]],
                ['id' => 'tx', 'title' => 'Send', 'values' => [1, 16], 'factory' => 1, 'how' => [['by' => 'menu']]],
            ],
            'plugs' => [Kit::din('in', 'in'), Kit::din('out', 'out')],
            'sends' => [['at' => ['out'], 'channel' => ['setting' => 'tx']]],
            'hears' => [['id' => 'all', 'at' => ['in'], 'channel' => ['setting' => 'rx']]],
        ];
        $hub = [
            'schema' => 1,
            'name' => 'Hub',
            'sort' => 'hub',
            'plugs' => [Kit::din('in', 'in'), Kit::din('out', 'out')],
            'routes' => [['id' => 't', 'from' => ['in'], 'to' => ['out'], 'kind' => 'hardware']],
        ];
        $rig = Kit::rig(
            ['k' => $chart, 'h' => $hub],
            [['name' => 'keys', 'chart' => 'k'], ['name' => 'hub', 'chart' => 'h']],
            [Kit::lead('1', 'keys out', 'hub in'), Kit::lead('2', 'hub out', 'keys in')],
        );

        self::assertSame(['keys 1', 'keys 2'], self::values(Planner::plan(Kit::setup($rig))));
    }

    /** @param list<array{0: int, 1: int, 2: array{value?: int, state?: string, pinned?: bool}, 3: string, 4: string|null, 5?: string}> $specs */
    private static function plan(array $specs): Plan
    {
        return Planner::plan(Kit::setup(self::rig($specs, 16), self::BOOK));
    }

    /** @param list<array{0: int, 1: int, 2: array{value?: int, state?: string, pinned?: bool}, 3: string, 4: string|null, 5?: string}> $specs */
    private static function rig(array $specs, int $highest): Rig
    {
        $charts = $units = $leads = [];
        foreach ($specs as $index => $spec) {
            [$factory, $width, $chosen, $by, $ports] = $spec;
            $charts["c{$index}"] = [
                ...Kit::hearer("Box {$index}"),
                'settings' => [
                    [
                        'id' => 'channel',
                        'title' => 'MIDI channel',
                        'values' => [1, $highest + 1 - $width],
                        'factory' => $factory,
                        'how' => [['by' => $by]],
                    ],
                ],
                'plugs' => [Kit::din('in', 'in'), Kit::din('in2', 'in')],
                'hears' => [['id' => 'all', 'at' => ['in', 'in2'], 'channel' => ['setting' => 'channel'], 'width' => $width]],
            ];
            $units[] = [
                'name' => "u{$index}",
                'chart' => "c{$index}",
                ...[] === $chosen ? [] : ['settings' => ['channel' => $chosen]],
                ...'' === ($spec[5] ?? '') ? [] : ['playsWith' => [$spec[5]]],
            ];
            foreach ('both' === $ports ? ['one', 'two'] : [$ports ?? 'one'] as $which => $port) {
                $leads[] = Kit::lead("{$index} {$port}", "post {$port}", "u{$index} ".(0 === $which ? 'in' : 'in2'));
            }
        }

        return Kit::rig($charts, $units, $leads);
    }

    /**
     * @param list<array{int, int, array{value?: int, state?: string, pinned?: bool}, string, string, string}> $specs
     * @param list<int> $of
     *
     * @return array{int, list<int>|null}
     */
    private static function tryEverything(array $specs, array $of): array
    {
        $best = [\PHP_INT_MAX, 0, null];
        self::tryFrom($specs, $of, [], 0, 0, $best);

        return [$best[0], $best[2]];
    }

    /**
     * @param list<array{int, int, array{value?: int, state?: string, pinned?: bool}, string, string, string}> $specs
     * @param list<int> $of
     * @param list<int> $values
     * @param array{int, int, list<int>|null} $best cost, how many are changed, values
     */
    private static function tryFrom(array $specs, array $of, array $values, int $cost, int $changes, array &$best): void
    {
        if (\count($values) === \count($of)) {
            $best = [$cost, $changes] < [$best[0], $best[1]] ? [$cost, $changes, $values] : $best;

            return;
        }
        $next = $of[\count($values)];
        [$factory, $width, $chosen, $by] = $specs[$next];
        for ($value = 1; $value <= 7 - $width; ++$value) {
            if (isset($chosen['pinned'], $chosen['value']) && $value !== $chosen['value']) {
                continue;
            }
            foreach ($values as $index => $other) {
                if (self::collide($specs[$of[$index]], $other, $specs[$next], $value, $of[$index])) {
                    continue 2;
                }
            }
            $stays = isset($chosen['pinned']) || $value === ($chosen['value'] ?? $factory);
            self::tryFrom(
                $specs,
                $of,
                [...$values, $value],
                $cost + ($stays ? 0 : ('menu' === $by ? 1 : 3) + ([] === $chosen ? 0 : 2)),
                $changes + ($stays ? 0 : 1),
                $best,
            );
        }
    }

    /**
     * @param array{int, int, array{value?: int, state?: string, pinned?: bool}, string, string, string} $one
     * @param array{int, int, array{value?: int, state?: string, pinned?: bool}, string, string, string} $other
     */
    private static function collide(array $one, int $value, array $other, int $otherValue, int $indexOfOne): bool
    {
        $meet = $one[4] === $other[4] || 'both' === $one[4] || 'both' === $other[4];

        return $meet && !(0 === $indexOfOne && 'u0' === $other[5]) && $value < $otherValue + $other[1] && $otherValue < $value + $one[1];
    }

    /**
     * @param list<array{int, int, array{value?: int, state?: string, pinned?: bool}, string, string, string}> $specs
     *
     * @return list<int>|null
     */
    private static function smallestConflict(array $specs): ?array
    {
        $subsets = [[]];
        foreach (array_keys($specs) as $index) {
            foreach ($subsets as $subset) {
                $subsets[] = [...$subset, $index];
            }
        }
        usort($subsets, static fn (array $a, array $b): int => \count($a) <=> \count($b) ?: $a <=> $b);
        foreach ($subsets as $subset) {
            if ([] !== $subset && null === self::tryEverything($specs, $subset)[1]) {
                return $subset;
            }
        }

        return null;
    }

    /** @return list<string> */
    private static function values(Plan $plan): array
    {
        return array_map(static fn (PlannedSetting $setting): string => "{$setting->box->name} {$setting->value}", $plan->settings);
    }
}
