<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Rig\Plan\Planner;
use ZigzagPost\Tests\Core\Cases;

/** A law: the conflict that is told is the smallest that there is, and of several the first, as trying every set of units finds it. */
final class SmallestConflictTest extends TestCase
{
    public function testAgreesWithTryingEverySet(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(41));
        $conflicts = 0;
        for ($case = 0; $case < Cases::number(60); ++$case) {
            $isUniform = 1 === $random->getInt(0, 1);
            $common = [1, $random->getInt(4, 16)];
            $charts = $units = $leads = $options = [];
            $from = ['post a', 'post b'];
            for ($unit = 0; $unit < $random->getInt(3, 8); ++$unit) {
                $width = $random->getInt(1, 5);
                $first = $isUniform ? 1 : $random->getInt(1, 12);
                $last = $isUniform ? max(1, $common[1] - $width + 1) : min(16 - $width + 1, $first + $random->getInt(0, 5));
                $port = $isUniform || 1 !== $random->getInt(1, 4) ? 0 : 1;
                $charts["c{$unit}"] = Kit::hearer(
                    "u{$unit}",
                    $first,
                    $width,
                    more: [
                        'settings' => [['id' => 'channel', 'title' => 'MIDI channel', 'values' => [$first, max($first, $last)], 'factory' => $first]],
                        'plugs' => [Kit::din('in', 'in'), Kit::din('thru', 'out')],
                        'routes' => [['id' => 'thru', 'from' => ['in'], 'to' => ['thru'], 'kind' => 'hardware']],
                    ],
                );
                $units[] = ['name' => "u{$unit}", 'chart' => "c{$unit}"];
                $leads[] = Kit::lead("l{$unit}", $from[$port], "u{$unit} in");
                $from[$port] = "u{$unit} thru";
                $options["u{$unit}"] = [$port, $width, range($first, max($first, $last))];
            }
            $plan = Planner::plan(
                Kit::setup(Kit::rig($charts, $units, $leads, ['rulebook' => "port a out\nport b out\n"]), "port a out\nport b out\n"),
            );
            $expected = self::smallest($options);
            self::assertSame($expected, $plan->conflict?->units, json_encode($options, \JSON_THROW_ON_ERROR));
            self::assertTrue($plan->conflict->isProvenSmallest ?? true);
            $conflicts += null === $expected ? 0 : 1;
        }
        self::assertGreaterThan(20, $conflicts);
    }

    public function testAHundredAndTwentyUnitsOnFourPortsAreProven(): void
    {
        $charts = $units = $leads = [];
        $book = '';
        $last = [];
        foreach (['a', 'b', 'c', 'd'] as $port) {
            $book .= "port {$port} out\n";
            $last[] = "post {$port}";
        }
        for ($unit = 0; $unit < 120; ++$unit) {
            $charts["c{$unit}"] = Kit::hearer(
                "u{$unit}",
                1,
                1 === $unit % 40 ? 3 : 1,
                more: [
                    'plugs' => [Kit::din('in', 'in'), Kit::din('thru', 'out')],
                    'routes' => [['id' => 'thru', 'from' => ['in'], 'to' => ['thru'], 'kind' => 'hardware']],
                ],
            );
            $units[] = ['name' => "u{$unit}", 'chart' => "c{$unit}"];
            $leads[] = Kit::lead("l{$unit}", $last[$unit % 4], "u{$unit} in");
            $last[$unit % 4] = "u{$unit} thru";
        }
        $plan = Planner::plan(Kit::setup(Kit::rig($charts, $units, $leads, ['rulebook' => $book]), $book));

        // On the second port stand three of three channels each: these, and eight of one, are one too many.
        self::assertTrue($plan->conflict?->isProvenSmallest);
        self::assertCount(11, $plan->conflict->units);
        self::assertSame(['u1', 'u5', 'u9'], \array_slice($plan->conflict->units, 0, 3));
    }

    /**
     * @param array<string, array{int, int, list<int>}> $options port, width and first channels, by unit
     *
     * @return list<string>|null
     */
    private static function smallest(array $options): ?array
    {
        $names = array_keys($options);
        for ($size = 1; $size <= \count($names); ++$size) {
            foreach (self::sets($names, $size) as $set) {
                if (!self::goes(array_intersect_key($options, array_flip($set)), [0, 0])) {
                    return $set;
                }
            }
        }

        return null;
    }

    /**
     * @param list<string> $names
     *
     * @return iterable<list<string>> in order
     */
    private static function sets(array $names, int $size): iterable
    {
        if (0 === $size) {
            yield [];
        }
        foreach (0 === $size ? [] : $names as $place => $name) {
            foreach (self::sets(\array_slice($names, $place + 1), $size - 1) as $set) {
                yield [$name, ...$set];
            }
        }
    }

    /**
     * @param array<string, array{int, int, list<int>}> $options
     * @param array{int, int} $taken channels by port
     */
    private static function goes(array $options, array $taken): bool
    {
        if ([] === $options) {
            return true;
        }
        [$port, $width, $firsts] = array_shift($options);
        foreach ($firsts as $first) {
            $run = ((1 << $width) - 1) << $first;
            if (0 === ($taken[$port] & $run) && self::goes($options, 0 === $port ? [$taken[0] | $run, $taken[1]] : [$taken[0], $taken[1] | $run])) {
                return true;
            }
        }

        return false;
    }
}
