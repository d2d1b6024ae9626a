<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Plan\Planner;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Tests\Core\Cases;

/** A law: runs and offsets that do not fit below channel 17 are a conflict of that unit with its reason; what fits gets all of its channels. */
final class BeyondSixteenTest extends TestCase
{
    public function testWhatDoesNotFitIsAConflictAndWhatFitsIsWhole(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(31));
        $conflicts = $plans = $present = 0;
        for ($case = 0; $case < Cases::number(150); ++$case) {
            // What is set by one number: parts at offsets, each with a run; or one that is fixed.
            $isFixed = 1 === $random->getInt(1, 4);
            $values = [[1, 16], [1, 4], [9, 16], ['2', '14', '16']][$random->getInt(0, 3)];
            $all = \is_int($values[0]) ? range($values[0], $values[1]) : array_map(intval(...), $values);
            $parts = [];
            for ($part = $random->getInt(1, 3); $part > 0; --$part) {
                $own = $isFixed ? $random->getInt(1, 16) : ['setting' => 'channel', 'offset' => [0, 0, 1, 3, 12, 15][$random->getInt(0, 5)]];
                $parts[] = ['id' => "part {$part}", 'at' => ['in'], 'channel' => $own, 'width' => [1, 1, 2, 4, 8, 16][$random->getInt(0, 5)]];
            }
            $now = $all[$random->getInt(0, \count($all) - 1)];
            $isPinned = !$isFixed && 1 === $random->getInt(1, 3);
            $fits = static fn (int $value): bool => [] ===
                array_filter(
                    $parts,
                    static fn (array $part): bool => (\is_int($part['channel']) ? $part['channel'] : $value + $part['channel']['offset']) +
                        $part['width'] -
                        1 >
                        16,
                );
            $isPossible = [] !== array_filter($isPinned ? [$now] : $all, $fits);

            $chart = [
                'schema' => 1,
                'name' => 'Box',
                'sort' => 'synth',
                'plugs' => [Kit::din('in', 'in')],
                'settings' => [['id' => 'channel', 'title' => 'MIDI channel', 'values' => $values]],
                'hears' => $parts,
            ];
            $rig = Kit::rig(
                ['box' => $chart],
                [
                    [
                        'name' => 'box',
                        'chart' => 'box',
                        'settings' => ['channel' => ['value' => \is_int($values[0]) ? $now : (string) $now, 'state' => 'set', 'pinned' => $isPinned]],
                    ],
                ],
                [Kit::lead('l', 'post out', 'box in')],
                ['rulebook' => "port out out\n"],
            );
            $analysis = new RigAnalysis(RigFile::setup($rig));
            $plan = Planner::plan($analysis->setup);
            $words = json_encode([$parts, $values, $now, $isPinned], \JSON_THROW_ON_ERROR);
            $findings = Examination::of($analysis)->findings;
            $told = array_map(static fn (RigFinding $finding): string => $finding->fact->code(), $findings);
            foreach ($findings as $finding) {
                $isBeyond = 'beyond-sixteen' === $finding->fact->code();
                self::assertFalse($isBeyond && (null === $finding->fix) !== (null !== $finding->fact->job()), 'the fix, or else what to do by hand');
            }
            if (!$isPossible) {
                ++$conflicts;
                self::assertSame(['box'], $plan->conflict?->units, $words);
                self::assertStringContainsString('beyond channel 16', $plan->conflict->why->words(), $words);
                self::assertContains('no-plan', $told, $words);
                self::assertNotContains('beyond-sixteen', $told, $words);
                continue;
            }
            ++$plans;
            self::assertNull($plan->conflict, $words);
            self::assertCount(\count($parts), $plan->combs[0]->teeth, $words);
            foreach ($plan->combs[0]->teeth as $index => $tooth) {
                self::assertCount($parts[$index]['width'], $tooth->channels, $words);
            }
            $isBeyond = !$isFixed && !$fits($now);
            $present += $isBeyond ? 1 : 0;
            self::assertSame($isBeyond, \in_array('beyond-sixteen', $told, true), $words);
        }
        self::assertGreaterThan(20, $conflicts);
        self::assertGreaterThan(20, $plans);
        self::assertGreaterThan(10, $present);
    }
}
