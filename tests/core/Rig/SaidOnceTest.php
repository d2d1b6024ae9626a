<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Setup\RigFile;

/** Faults in a small rig of a foot board and three boxes in a row: each is told once, by its cause, and its fix clears it. */
final class SaidOnceTest extends TestCase
{
    private const RULES = "port board in\nport boxes out\n\nclock lead\n  send boxes\n\nstack storm\n  post cc 90 value 3 channel 1 to "
        ."boxes\n\nrule \"Storm\"\n  take board \"Switch\"\n  press\n  do storm\n\nrule \"Start\"\n  take cc 30 channel 1\n  start lead\n";

    /** @return iterable<string, array{array<string, mixed>, list<string>}> what is other than in the sound rig, and what is found */
    public static function faults(): iterable
    {
        yield 'nothing' => [[], []];
        yield 'a thru of which nobody knows' => [
            ['charts' => ['box' => ['settings' => [['id' => 'thru', 'title' => 'Thru', 'values' => ['off', 'on']]]]]],
            ['hint thru-unknown unit one passing on', 'hint thru-unknown unit two passing on'],
        ];
        yield 'a thru that is off' => [['units' => [1 => ['thru' => ['value' => 'off', 'state' => 'set']]]], ['error thru-off unit one thru']];
        yield 'a clock that the last box does not follow' => [
            ['units' => [3 => ['sync' => ['value' => 'off', 'state' => 'set']]]],
            ['hint clock-in-off unit three sync'],
        ];
        yield 'a clock for nobody' => [['charts' => ['box' => ['clock' => null]]], ['hint clock-for-nobody clock lead']];
        yield 'a stack without a press' => [['rulebook' => str_replace("  press\n", '', self::RULES)], ['warning acts-twice line 12']];
        yield 'all on one channel' => [
            [
                'units' => [
                    1 => ['channel' => ['value' => 1, 'state' => 'set']],
                    2 => ['channel' => ['value' => 1, 'state' => 'set']],
                    3 => ['channel' => ['value' => 1, 'state' => 'set']],
                ],
            ],
            ['error shared-channel units one, two and three'],
        ];
        yield 'two leads in one plug' => [
            ['lead' => ['id' => 'more', 'a' => ['unit' => 'board', 'plug' => 'out'], 'b' => ['unit' => 'two', 'plug' => 'in'], 'parts' => []]],
            ['error plug-taken-twice unit board out', 'error plug-taken-twice unit two in'],
        ];
    }

    /**
     * @param array<string, mixed> $fault
     * @param list<string> $expected
     */
    #[DataProvider('faults')]
    public function testEachIsToldOnceAndItsFixClearsIt(array $fault, array $expected): void
    {
        $rig = self::rig($fault);
        $found = Examination::of(new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode($rig)))))->findings;
        $told = array_map(
            static fn (
                RigFinding $finding,
            ): string => "{$finding->fact->severity()->value} {$finding->fact->code()} {$finding->fact->subject()->words()}",
            $found,
        );
        self::assertEqualsCanonicalizing(
            $expected,
            $told,
            implode("\n", array_map(static fn (RigFinding $finding): string => $finding->print('rig'), $found)),
        );
        foreach ($found as $finding) {
            if (null !== $finding->fix) {
                $again = Examination::of(new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode(Kit::fixed($finding->fix, $rig))))));
                self::assertSame(
                    [],
                    array_filter($again->findings, static fn (RigFinding $each): bool => $each->key() === $finding->key()),
                    'the fix clears it',
                );
                self::assertLessThan(\count($found), \count($again->findings), 'and adds nothing');
            }
        }
    }

    /**
     * @param array<string, mixed> $fault
     *
     * @return array<string, mixed>
     */
    private static function rig(array $fault): array
    {
        /**
         * @var array{charts?: array{box?: array<string, mixed>}, units?: array<int, array<string, mixed>>, rulebook?: string,
         *     lead?: array<string, mixed>} $fault
         */
        $switch = static fn (string $id): array => ['id' => $id, 'title' => ucfirst($id), 'values' => ['off', 'on'], 'factory' => 'on'];
        $channel = ['id' => 'channel', 'title' => 'MIDI channel', 'values' => [1, 16], 'factory' => 1];
        $box = [
            'schema' => 1,
            'name' => 'Box',
            'sort' => 'synth',
            'settings' => [$channel, $switch('thru'), $switch('sync')],
            'plugs' => [Kit::din('in', 'in'), Kit::din('thru', 'out')],
            'hears' => [['id' => 'all', 'at' => ['in'], 'channel' => ['setting' => 'channel']]],
            'routes' => [['id' => 'thru', 'from' => ['in'], 'to' => ['thru'], 'kind' => 'hardware', 'setting' => 'thru']],
            'clock' => ['obeys' => 'sync', 'startStop' => true],
        ];
        $other = $fault['charts']['box'] ?? [];
        if (isset($other['settings']) && \is_array($other['settings'])) {
            $other['settings'] = [$channel, ...$other['settings'], $switch('sync')];
        }
        $box = array_filter([...$box, ...$other], static fn (mixed $value): bool => null !== $value);
        $board = Kit::board([
            [
                'name' => 'Switch',
                'sort' => 'switch',
                'sends' => [['gesture' => 'press', 'message' => ['kind' => 'cc', 'number' => 20, 'values' => [0, 127]]]],
            ],
        ]);
        $units = [['name' => 'board', 'chart' => ['id' => 'board', 'revision' => 1]]];
        foreach (['one', 'two', 'three'] as $index => $name) {
            $units[] = [
                'name' => $name,
                'chart' => ['id' => 'box', 'revision' => 1],
                'settings' => [...['channel' => ['value' => $index + 1, 'state' => 'set']], ...$fault['units'][$index + 1] ?? []],
            ];
        }
        $leads = [
            Kit::lead('in', 'board out', 'post board'),
            Kit::lead('first', 'post boxes', 'one in'),
            Kit::lead('second', 'one thru', 'two in'),
            Kit::lead('third', 'two thru', 'three in'),
        ];

        return [
            'schema' => 1,
            'name' => 'Small',
            'charts' => ['box' => ['revision' => 1, 'chart' => $box], 'board' => ['revision' => 1, 'chart' => $board]],
            'units' => $units,
            'leads' => [...$leads, ...isset($fault['lead']) ? [$fault['lead']] : []],
            'rulebook' => $fault['rulebook'] ?? self::RULES,
        ];
    }
}
