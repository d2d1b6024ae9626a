<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Randomizer;
use ZigzagPost\Core\Rig\Plan\MeetingPlace;
use ZigzagPost\Core\Rig\Plan\PlanProblem;
use ZigzagPost\Core\Rig\Plan\PlanValue;
use ZigzagPost\Core\Rig\Plan\PlanVariable;
use ZigzagPost\Core\Rig\Plan\Search;
use ZigzagPost\Core\Rig\Plan\SmallestConflict;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\Kept;

/**
 * A law: the values found are those that trying everything finds, least cost, then fewest changes, then lowest; where there are none, the units
 * that cannot go together are the fewest and first. What is tried for it stays.
 */
final class SearchTest extends TestCase
{
    private const PARTS = 8;

    /** @var array<int, list<Device>> by how many there are */
    private static array $units = [];

    /** @return iterable<int, array{int}> */
    public static function parts(): iterable
    {
        for ($part = 0; $part < self::PARTS; ++$part) {
            yield $part => [$part];
        }
    }

    #[DataProvider('parts')]
    public function testFindsWhatTryingEverythingFinds(int $part): void
    {
        $random = new Randomizer(new \Random\Engine\Mt19937(30 + $part));
        $impossible = 0;
        $each = Cases::number(40);
        for ($case = 0; $case < $each; ++$case) {
            [$choices, $places] = 0 === $case % 3 ? self::alike($random) : self::choices($random);
            $puzzle = self::puzzle($choices, $places);
            $all = array_keys($choices);
            $best = self::best($choices, $places, $all);
            $found = Search::solve($puzzle);
            self::assertTrue($found->isProven);
            self::assertSame($best, null === $found->values ? null : [$found->cost, array_values($found->values)], "part {$part}, case {$case}");
            $some = array_values(array_filter($all, static fn (): bool => 0 === $random->getInt(0, 1)));
            self::assertSame(null !== self::best($choices, $places, $some), Search::isPossible($puzzle, $some));
            self::assertSame(null === $best, [] !== Search::impossible($puzzle));
            if (null === $best) {
                ++$impossible;
                $conflict = SmallestConflict::of($puzzle);
                self::assertTrue($conflict->isSmallest);
                self::assertSame(self::smallest($choices, $places), $conflict->units);
            }
        }
        self::assertGreaterThan($each / 6, $impossible);
        self::assertLessThan($each * 3 / 4, $impossible);
    }

    public function testOfMoreUnitsThanAreTriedTheWidestAreCounted(): void
    {
        $range = static fn (int $width, int $last): array => array_map(
            static fn (int $first): PlanValue => new PlanValue($first, 0, [0 => ((1 << $width) - 1) << $first], null),
            range(0, $last),
        );
        $units = self::units(70);
        $choices = [];
        foreach ($units as $index => $unit) {
            $width = 5 === $index % 10 ? 3 : 1;
            $choices[] = new PlanVariable($unit, null, [], $range($width, 0 === $index ? 14 : 16 - $width), false);
        }
        $conflict = SmallestConflict::of(new PlanProblem($choices, static fn (): array => [new MeetingPlace(0, 0)], 1));

        self::assertFalse($conflict->isSmallest, 'not proven');
        self::assertSame(['u5', 'u15', 'u25', 'u35', 'u45', 'u55'], $conflict->units, 'six of three channels are more than sixteen');
    }

    public function testWhatIsTriedStays(): void
    {
        $text = '';
        $random = new Randomizer(new \Random\Engine\Mt19937(29));
        for ($case = 0; $case < 120; ++$case) {
            $puzzle = self::puzzle(...0 === $case % 3 ? self::alike($random, 12) : self::choices($random, 4 + $case % 9));
            $found = Search::solve($puzzle);
            $conflict = null === $found->values ? SmallestConflict::of($puzzle) : null;
            $text .= Kept::line($case, $found->tried, $found->cost, $found->values, Kept::plain($conflict));
        }

        Kept::asIn(__DIR__.'/stays/searched.txt', $text);
    }

    /**
     * Choices of whatever cost and channels, on two streams and sending.
     *
     * @return array{list<PlanVariable>, array<string, list<MeetingPlace>>}
     */
    private static function choices(Randomizer $random, int $most = 5): array
    {
        $units = self::units();
        $choices = [];
        for ($choice = 0; $choice < $most; ++$choice) {
            $options = [];
            $last = $random->getInt(1, 4);
            do {
                $takes = [];
                foreach ([0, 1] as $stream) {
                    if (0 !== $random->getInt(0, 3)) {
                        $takes[$stream] = (1 << $random->getInt(0, 3)) | (1 << $random->getInt(0, 4));
                    }
                }
                $sends = 0 === $random->getInt(0, 1) ? null : 1 << $random->getInt(0, 4);
                $options[] = new PlanValue(\count($options), $random->getInt(0, 3), $takes, $sends);
            } while (\count($options) < $last);
            $choices[] = new PlanVariable($units[$random->getInt(0, 5)], null, [], $options, false);
        }
        $places = [];
        for ($j = 1; $j < $most; ++$j) {
            for ($i = 0; $i < $j; ++$i) {
                $places["{$i} {$j}"] = array_map(
                    static fn (): MeetingPlace => 0 < $random->getInt(0, 2)
                        ? new MeetingPlace($stream = $random->getInt(0, 1), $stream)
                        : new MeetingPlace($random->getInt(-1, 1), $random->getInt(0, 1)),
                    array_fill(0, max(0, $random->getInt(-2, 2)), null),
                );
            }
        }

        return [$choices, $places];
    }

    /**
     * Runs of channels that may begin anywhere in one range, all on one stream; one in three of them has something of its own.
     *
     * @return array{list<PlanVariable>, array<string, list<MeetingPlace>>}
     */
    private static function alike(Randomizer $random, int $most = 5): array
    {
        $units = self::units();
        $range = $random->getInt(4, 7);
        $odd = $random->getInt(0, 11);
        $choices = $places = [];
        for ($choice = $random->getInt(3, $most); $choice > 0; --$choice) {
            $width = $random->getInt(1, 3);
            $own = $range + (0 === $odd && 1 === $choice ? 1 : 0);
            $options = [];
            do {
                $first = \count($options);
                $takes = [0 => ((1 << $width) - 1) << $first] + (1 === $odd && 2 === $choice ? [1 => 1] : []);
                $options[] = new PlanValue($first, $random->getInt(0, 2), $takes, 2 === $odd ? 1 : null);
            } while (\count($options) + $width <= $own);
            $choices[] = new PlanVariable($units[3 === $odd ? $choice % 6 : \count($choices) % 6], null, [], $options, false);
        }
        foreach (array_keys($choices) as $j) {
            for ($i = 0; $i < $j; ++$i) {
                $places["{$i} {$j}"] = match (true) {
                    4 === $odd && 0 === $i && 1 === $j => [],
                    2 === $odd && 0 === $i => [new MeetingPlace(0, 0), new MeetingPlace(-1, 0)],
                    default => [new MeetingPlace(0, 0)],
                };
            }
        }

        return [$choices, $places];
    }

    /** @return list<Device> */
    private static function units(int $count = 6): array
    {
        return self::$units[$count] ??= \array_slice(array_values(Kit::setup(Kit::rig(
            ['c' => Kit::hearer('c')],
            array_map(static fn (int $unit): array => ['name' => "u{$unit}", 'chart' => 'c'], range(0, $count - 1)),
            [],
        ))->boxes), 0, $count);
    }

    /**
     * @param list<PlanVariable> $choices
     * @param array<string, list<MeetingPlace>> $places
     */
    private static function puzzle(array $choices, array $places): PlanProblem
    {
        return new PlanProblem($choices, static fn (int $i, int $j): array => $places["{$i} {$j}"], 2);
    }

    /**
     * @param list<PlanVariable> $choices
     * @param array<string, list<MeetingPlace>> $places
     * @param list<int> $of
     *
     * @return array{int, list<int>}|null cost and values
     */
    private static function best(array $choices, array $places, array $of): ?array
    {
        /** @var list<array{int, int, array<int, int>}> $all cost, changes and values */
        $all = [[0, 0, []]];
        foreach ($of as $j) {
            $longer = [];
            foreach ($all as [$cost, $changes, $values]) {
                foreach ($choices[$j]->options as $option => $value) {
                    foreach ($values as $i => $other) {
                        foreach ($places["{$i} {$j}"] as $place) {
                            if (0 !== (self::at($choices[$i]->options[$other], $place->mine) & self::at($value, $place->theirs))) {
                                continue 3;
                            }
                        }
                    }
                    $longer[] = [$cost + $value->cost, $changes + (0 === $value->cost ? 0 : 1), $values + [$j => $option]];
                }
            }
            $all = $longer;
        }
        sort($all);

        return [] === $all ? null : [$all[0][0], array_values($all[0][2])];
    }

    private static function at(PlanValue $value, int $place): int
    {
        return ($place < 0 ? $value->sends : $value->takes[$place] ?? null) ?? 0;
    }

    /**
     * @param list<PlanVariable> $choices
     * @param array<string, list<MeetingPlace>> $places
     *
     * @return list<string>
     */
    private static function smallest(array $choices, array $places): array
    {
        $names = array_values(array_unique(array_map(static fn (PlanVariable $choice): string => $choice->box->name, $choices)));
        $sets = [];
        for ($set = 0; $set < 1 << \count($names); ++$set) {
            $in = array_filter($names, static fn (int $place): bool => 0 !== (($set >> $place) & 1), \ARRAY_FILTER_USE_KEY);
            $of = array_keys(array_filter($choices, static fn (PlanVariable $choice): bool => \in_array($choice->box->name, $in, true)));
            if (null === self::best($choices, $places, $of)) {
                $sets[] = [\count($in), array_keys($in), array_values($in)];
            }
        }
        sort($sets);

        return $sets[0][2] ?? [];
    }
}
