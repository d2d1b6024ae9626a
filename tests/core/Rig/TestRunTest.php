<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Trial\Suspects;
use ZigzagPost\Core\Trial\TestRun;
use ZigzagPost\Core\Trial\TrialStep;

/** The test run notices what is broken, and says where to look. */
final class TestRunTest extends TestCase
{
    /** Suspects at most, on average, over all faults of the demo rig: as the documentation says. */
    private const MOST_SUSPECTS = 2.5;

    private static ?RigAnalysis $analysis = null;
    private static ?TestRun $run = null;

    public function testASoundRigPassesEveryStep(): void
    {
        $run = self::trial();
        self::assertGreaterThan(5, \count($run->steps));
        self::assertSame([], self::failed(self::analysis()->setup));
    }

    /** A DIN lead of more than 15 m is tried full, whatever of its length is known. */
    public function testALongLeadIsTriedUnderFullLoad(): void
    {
        $json = Json::decode((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json'));
        self::assertIsArray($json);
        self::assertIsArray($json['leads']);
        $desk = (int) array_search('desk', array_column($json['leads'], 'id'), true);
        foreach ([[14, 0], [16, 1]] as [$metres, $bursts]) {
            $parts = [['what' => 'cable', 'map' => 'straight', 'lengthM' => $metres], ['what' => 'adapter', 'map' => 'straight']];
            $analysis = new RigAnalysis(
                RigFile::setup(RigFile::rig(Json::encode(Kit::changed($json, ["/leads/{$desk}/parts" => $parts])))),
            );
            $run = TestRun::of($analysis);
            $full = array_values(array_filter($run->steps, static fn (TrialStep $step): bool => 'lead desk when full' === $step->control));
            self::assertCount($bursts, $full, "{$metres} m");
            self::assertCount(\count(self::trial()->steps) + $bursts, $run->steps, 'and nothing else');
            foreach ($full as $step) {
                $book = Compiler::load($analysis->checked()->book);
                self::assertTrue(TestRun::passes($step, $analysis->setup, $book));
                self::assertFalse(TestRun::passes($step, $analysis->setup, $book, ['desk']));
                self::assertSame(
                    ['lead desk when full'],
                    TestRun::suspects([$step], array_values(array_diff_key($run->steps, [array_search($step, $run->steps, true) => true])))->parts,
                );
            }
        }
    }

    /** Each lead, each box that passes on, each receiver: broken alone, it is noticed and among the suspects. */
    public function testEachSingleFaultIsNoticedAndAmongTheSuspects(): void
    {
        $run = self::trial();
        $faults = [];
        foreach (array_unique(array_merge(...array_map(static fn (TrialStep $step): array => $step->uses, $run->steps))) as $use) {
            if (1 === preg_match('/^(lead (?<lead>.*)|(?<box>passing on at .*))$/', $use, $match, \PREG_UNMATCHED_AS_NULL)) {
                $faults[$use] = self::failed(self::analysis()->setup, [$match['lead'] ?? ($match['box'] ?? '')]);
            } elseif (1 === preg_match('/^channel of (\S+)$/', $use, $match)) {
                $faults[$use] = self::failed(self::onAnotherChannel($match[1]));
            } elseif (1 === preg_match('/^receive (\S+) (\S+)$/', $use, $match)) {
                $faults[$use] = self::failed(self::receivingNo($match[2], $match[1]));
            } elseif (1 === preg_match('/^control (\S+) "(.*)"$/', $use, $match)) {
                $faults[$use] = array_keys(
                    array_filter($run->steps, static fn (TrialStep $step): bool => $step->unit === $match[1] && $step->control === $match[2]),
                );
            }
        }
        self::assertGreaterThan(20, \count($faults));
        $suspects = [];
        foreach ($faults as $fault => $failed) {
            self::assertNotSame([], $failed, "{$fault} is noticed");
            $found = TestRun::suspects(
                array_values(array_intersect_key($run->steps, array_fill_keys($failed, true))),
                array_values(array_diff_key($run->steps, array_fill_keys($failed, true))),
            )->parts;
            self::assertContains($fault, $found, "{$fault} is among ".implode(', ', $found));
            $suspects[] = \count($found);
        }
        self::assertLessThanOrEqual(self::MOST_SUSPECTS, array_sum($suspects) / max(1, \count($suspects)));
        if (false !== getenv('ZIGZAG_SHOW')) {
            fwrite(
                \STDERR,
                \sprintf(
                    "%d faults, %.2f suspects on average, %d at most, %d steps\n",
                    \count($suspects),
                    array_sum($suspects) / max(1, \count($suspects)),
                    max([0, ...$suspects]),
                    \count($run->steps),
                ),
            );
        }
    }

    public function testWhatNoStepTouchesIsListed(): void
    {
        $run = self::trial();
        $touched = array_merge(...array_map(static fn (TrialStep $step): array => $step->uses, $run->steps));
        self::assertSame([], array_intersect($run->untouched, $touched));
        foreach (self::analysis()->setup->joints as $joint) {
            $isPower = 'power' === $joint->a?->use?->carries->value || 'power' === $joint->b?->use?->carries->value;
            self::assertTrue($isPower || \in_array("lead {$joint->lead->id}", [...$touched, ...$run->untouched], true), $joint->lead->id);
        }
    }

    public function testTwoFaultsAreSaidNotToBeOne(): void
    {
        $step = static fn (string ...$uses): TrialStep => new TrialStep('', '', '', 'a', 'b', 'c', [], [], array_values($uses));
        self::assertEquals(new Suspects(['x'], true), TestRun::suspects([$step('x', 'y')], [$step('y')]));
        $two = TestRun::suspects([$step('x'), $step('y')], [$step('y', 'z')]);
        self::assertEquals(new Suspects(['x', 'y'], false), $two, 'those that passed least come first');
        self::assertEquals(new Suspects([], true), TestRun::suspects([], [$step('x')]));
    }

    private static function analysis(): RigAnalysis
    {
        return self::$analysis ??= new RigAnalysis(RigFile::setup(RigFile::rig(self::json())));
    }

    private static function trial(): TestRun
    {
        return self::$run ??= TestRun::of(self::analysis());
    }

    private static function json(): string
    {
        return (string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json');
    }

    private static function onAnotherChannel(string $unit): Setup
    {
        /** @var array{units: list<array{name: string, settings?: array<string, array{value: mixed}>}>} $rig */
        $rig = json_decode(self::json(), true, 512, \JSON_THROW_ON_ERROR);
        foreach ($rig['units'] as $index => $each) {
            foreach ($each['name'] === $unit ? $each['settings'] ?? [] : [] as $id => $setting) {
                if (\in_array($id, ['channel', 'rx'], true) && \is_int($setting['value'])) {
                    $rig['units'][$index]['settings'][$id]['value'] = 13 === $setting['value'] ? 14 : 13;
                }
            }
        }

        return RigFile::setup(RigFile::rig(Json::encode($rig)));
    }

    private static function receivingNo(string $what, string $unit): Setup
    {
        /**
         * @var array{
         *     units: list<array{name: string, chart: array{id: string}}>,
         *     charts: array<string, array{chart: array{hears?: list<array<string, mixed>>}}>,
         * } $rig
         */
        $rig = json_decode(self::json(), true, 512, \JSON_THROW_ON_ERROR);
        $id = array_column($rig['units'], null, 'name')[$unit]['chart']['id'];
        $kinds = ['note' => ['note'], 'program' => ['program']][$what] ?? ['cc', 'cc14', 'nrpn', 'rpn', 'bend', 'pressure', 'polypressure', 'sysex'];
        foreach (array_keys($rig['charts'][$id]['chart']['hears'] ?? []) as $part) {
            $hears = $rig['charts'][$id]['chart']['hears'][$part]['kinds'] ?? [];
            self::assertIsArray($hears);
            $rig['charts'][$id]['chart']['hears'][$part]['kinds'] = array_fill_keys($kinds, false) + $hears;
        }

        return RigFile::setup(RigFile::rig(Json::encode($rig)));
    }

    /**
     * @param list<string> $broken
     *
     * @return list<int> steps that fail
     */
    private static function failed(Setup $setup, array $broken = []): array
    {
        static $book = null;
        $book ??= Compiler::load(self::analysis()->checked()->book);
        \assert($book instanceof \ZigzagPost\Core\Engine\Book\CompiledBook);

        return array_keys(array_filter(self::trial()->steps, static fn (TrialStep $step): bool => !TestRun::passes($step, $setup, $book, $broken)));
    }
}
