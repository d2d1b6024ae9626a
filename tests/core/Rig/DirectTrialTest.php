<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Trial\DirectSteps;
use ZigzagPost\Core\Trial\TestRun;
use ZigzagPost\Core\Trial\TrialStep;
use ZigzagPost\Tests\Core\Cases;

/** The test run of rigs without a computer: sound ones pass, every single fault is caught, and its cause is among the suspects. */
final class DirectTrialTest extends TestCase
{
    public function testEachFaultIsCaughtWithItsCauseAmongTheSuspects(): void
    {
        $faults = $runs = 0;
        for ($case = 0; $case < Cases::number(60); ++$case) {
            $seed = (int) (getenv('ZIGZAG_SEED') ?: 1) * 100_000 + $case;
            $rig = new AnyDirectRig($seed);
            $json = self::planned($rig->json());
            if (null === $json) {
                continue;
            }
            $steps = TestRun::of(new RigAnalysis(self::read($json)))->steps;
            $runs += [] === $steps ? 0 : 1;
            self::assertSame([], self::failed($steps, self::read($json)), "seed {$seed}");
            foreach (self::faults($rig, $json, $steps) as $cause => $faulty) {
                $failed = self::failed($steps, self::read($faulty));
                self::assertNotSame([], $failed, "seed {$seed}: {$cause}");
                $passed = array_values(array_filter($steps, static fn (TrialStep $step): bool => !\in_array($step, $failed, true)));
                self::assertContains($cause, TestRun::suspects($failed, $passed)->parts, "seed {$seed}");
                ++$faults;
            }
        }
        self::assertGreaterThan(10, $runs);
        self::assertGreaterThan(30, $faults);
    }

    public function testTheCrossingBoardIsTriedOnceItIsSet(): void
    {
        $json = Json::decode((string) file_get_contents(\dirname(__DIR__, 3).'/demo/crossing-board.rig.json'));
        self::assertIsArray($json);
        $json['intents'] = [['from' => 'board', 'to' => 'far', 'of' => ['controls'], 'means' => 'plays']];
        self::assertSame([], TestRun::of(new RigAnalysis(self::read($json)))->steps, 'nothing works as it comes from the factory');
        $run = TestRun::of(new RigAnalysis(self::read(self::planned($json) ?? [])));

        self::assertSame(
            [
                'Wake: Bypass stands at Bypassed; Brine, Growl, Far stay as they are',
                'Brine: Bypass stands at Bypassed; Growl, Far, Wake stay as they are',
                'Growl: Bypass stands at Bypassed; Brine, Far, Wake stay as they are',
                'Far: Bypass stands at Bypassed; Brine, Growl, Wake stay as they are',
            ],
            array_map(static fn (TrialStep $step): string => $step->expect, $run->steps),
        );
        self::assertSame([], $run->untouched);
    }

    /** A switch is pressed, held and pressed twice, a fader goes to a tenth; what stands on a page of its own is looked for there. */
    public function testGesturesAreAsTheyAre(): void
    {
        $cc = static fn (int $number, array $values = [0, 127]): array => ['kind' => 'cc', 'number' => $number, 'values' => $values];
        $switch = ['name' => 'Switch', 'sort' => 'switch', 'sends' => [
            ['gesture' => 'press', 'message' => $cc(20)],
            ['gesture' => 'release', 'message' => $cc(23, [0, 64])],
            ['gesture' => 'hold', 'message' => $cc(21)],
            ['gesture' => 'twice', 'message' => $cc(22)],
        ]];
        $fader = ['name' => 'Fader', 'sort' => 'fader', 'sends' => [['gesture' => 'move', 'message' => $cc(24, [0, 120])]]];
        $parameters = [];
        foreach (['Press' => 20, 'Hold' => 21, 'Twice' => 22, 'Let go' => 23, 'Level' => 24] as $name => $number) {
            $parameters[] = [
                'name' => $name,
                'reach' => 'midi',
                'raw' => [0, 127],
                'message' => ['kind' => 'cc', 'number' => $number],
                ...'Hold' === $name ? ['dependsOn' => 'page', 'note' => 'page 2'] : [],
            ];
        }
        $rig = Kit::rig(
            ['a' => Kit::board([$switch, $fader]), 'b' => Kit::hearer('Box', more: ['parameters' => $parameters])],
            [['name' => 'board', 'chart' => 'a', 'label' => 'Board'], ['name' => 'box', 'chart' => 'b', 'label' => 'Box']],
            [Kit::lead('1', 'board out', 'box in')],
        );
        $steps = DirectSteps::of(new RigAnalysis(Kit::setup($rig)));

        self::assertSame(
            [
                'press "Switch" of Board: Box: Press stands at 127',
                'press "Switch" of Board and let it go: Box: Let go stands at 64',
                'hold "Switch" of Board for a second: Box: Hold stands at 127 (on its page: page 2)',
                'press "Switch" of Board twice, quickly: Box: Twice stands at 127',
                'move "Fader" of Board to a tenth of its way: Box: Level stands at 12',
            ],
            array_map(static fn (TrialStep $step): string => "{$step->do}: {$step->expect}", $steps),
        );
    }

    /** Whoever follows a clock is tried with it; switched off at either end he does not, and is found. */
    public function testAClockIsFollowedOrNot(): void
    {
        $switch = static fn (string $id, string $factory): array => ['id' => $id, 'title' => $id, 'values' => ['on', 'off'], 'factory' => $factory];
        $json = static fn (string $sends, string $obeys): array => [
            'schema' => 1,
            'name' => 'Beat',
            'charts' => [
                'a' => ['revision' => 1, 'chart' => [
                    'schema' => 1, 'name' => 'Steps', 'sort' => 'controller', 'settings' => [$switch('out', $sends)], 'plugs' => [Kit::din('out', 'out')],
                    'sends' => [['at' => ['out'], 'channel' => 1]], 'clock' => ['sends' => 'out', 'startStop' => true],
                ]],
                'b' => ['revision' => 1, 'chart' => [
                    'schema' => 1, 'name' => 'Waves', 'sort' => 'synth', 'settings' => [$switch('in', $obeys)], 'plugs' => [Kit::din('in', 'in')],
                    'hears' => [['id' => 'all', 'at' => ['in'], 'channel' => 5, 'kinds' => ['note' => true, 'clock' => true]]], 'clock' => ['obeys' => 'in'],
                ]],
            ],
            'units' => [
                ['name' => 'steps', 'label' => 'Steps', 'chart' => ['id' => 'a', 'revision' => 1]],
                ['name' => 'waves', 'label' => 'Waves', 'chart' => ['id' => 'b', 'revision' => 1]],
            ],
            'leads' => [Kit::lead('beat', 'steps out', 'waves in')],
        ];
        $steps = TestRun::of(new RigAnalysis(self::read($json('on', 'on'))))->steps;
        self::assertSame(['start Steps, change its tempo, and stop it'], array_map(static fn (TrialStep $step): string => $step->do, $steps));
        self::assertSame('Waves starts with it, follows when the tempo changes, and stops', $steps[0]->expect);
        self::assertSame([], self::failed($steps, self::read($json('on', 'on'))));
        foreach ([['off', 'on'], ['on', 'off']] as [$sends, $obeys]) {
            self::assertCount(1, self::failed($steps, self::read($json($sends, $obeys))), "{$sends} {$obeys}");
            $changes = array_filter((new RigAnalysis(self::read($json($sends, $obeys))))->plan()->settings, static fn ($setting): bool => $setting->changes());
            self::assertSame(['on'], array_values(array_map(static fn ($setting): int|string => $setting->value, $changes)), 'the plan switches it on');
        }
        self::assertFalse(DirectSteps::passes($steps[0], self::read($json('on', 'on')), ['beat']));
    }

    /**
     * @param array<mixed> $json
     *
     * @return array<mixed>|null with what the plan says; null where there is no plan
     */
    private static function planned(array $json): ?array
    {
        return PlannedJson::of($json, new RigAnalysis(self::read($json)));
    }

    /**
     * One thing wrong at a time, of those that the steps use.
     *
     * @param array<mixed> $json
     * @param list<TrialStep> $steps
     *
     * @return iterable<string, array<mixed>> by what the cause is called
     */
    private static function faults(AnyDirectRig $rig, array $json, array $steps): iterable
    {
        $playing = array_filter($steps, static fn (TrialStep $step): bool => [] !== $step->wanted);
        $uses = array_merge(...array_map(static fn (TrialStep $step): array => $step->uses, array_values($playing)));
        $places = array_flip(array_map(static fn ($unit): string => $unit->name, self::read($json)->rig->units));
        foreach ($rig->settings as ['unit' => $unit, 'id' => $id]) {
            [$cause, $value] = match ($id) {
                'channel' => ["channel of {$unit}", self::wrongChannel($rig, $json, $steps, $unit)],
                'receive' => ["receive {$unit} note", 'off'],
                'transmit' => ["sending of {$unit}", 'off'],
                'thru' => ["passing on at {$unit}", 'off'],
                'wiring' => ["lead to {$unit}", 'tip' === self::read($json)->box($unit)?->value('wiring') ? 'ring' : 'tip'],
                default => ['lead to '.($rig->behind[$unit][0] ?? $unit), isset($rig->behind[$unit]) ? 'switch' : 'pedal'],
            };
            // What keeps a unit out beside other reasons may change without anybody noticing.
            $isKeptOut = 'channel' !== $id && [] !== array_filter($steps, static fn (TrialStep $step): bool => \in_array($unit, $step->still, true));
            $now = $isKeptOut ? null : self::read($json)->box($unit)?->value($id);
            if (\in_array($cause, $uses, true) && null !== $value && null !== $now && $now !== $value) {
                yield $cause => Kit::changed($json, ["/units/{$places[$unit]}/settings/{$id}" => ['value' => $value, 'state' => 'set']]);
            }
        }
    }

    /**
     * The channel with which a unit that is played is not heard any more, or one that stays still moves.
     *
     * @param array<mixed> $json
     * @param list<TrialStep> $steps
     */
    private static function wrongChannel(AnyDirectRig $rig, array $json, array $steps, string $unit): ?string
    {
        foreach ($steps as $step) {
            $sent = (int) self::read($json)->box($step->unit)?->value('channel');
            if (0 === $sent) {
                continue; // nobody knows which channel would be the wrong one
            }
            if (\in_array($unit, array_column($step->wanted, 'unit'), true)) {
                return (string) ($sent % 3 + 1);
            }
            // Nothing gets to whom another way than the channel keeps out.
            if (\in_array($unit, $step->still, true) && !$rig->has($unit, 'receive') && !$rig->has($unit, 'jack') && $unit === $rig->behind[$step->unit][0]) {
                return (string) $sent;
            }
        }

        return null;
    }

    /**
     * @param list<TrialStep> $steps
     *
     * @return list<TrialStep>
     */
    private static function failed(array $steps, Setup $setup): array
    {
        return array_values(array_filter($steps, static fn (TrialStep $step): bool => !DirectSteps::passes($step, $setup)));
    }

    /** @param array<mixed> $json */
    private static function read(array $json): Setup
    {
        return RigFile::setup(RigFile::rig(Json::encode($json)), '');
    }
}
