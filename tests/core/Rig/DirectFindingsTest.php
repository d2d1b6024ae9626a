<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\Fact\DoesNotPlay;
use ZigzagPost\Core\Finding\Fact\IsNotKeptOut;
use ZigzagPost\Core\Finding\Fact\ThruIsOff;
use ZigzagPost\Core\Rig\Plan\PlannedSetting;
use ZigzagPost\Core\Rig\Setup\RigFile;

/** What is said of a board that plays a box without anything between them. */
final class DirectFindingsTest extends TestCase
{
    private const SAID = ['from' => 'board', 'to' => 'box', 'of' => ['notes']];

    /** @return iterable<string, array{array<string, mixed>, list<string>, list<string>}> */
    public static function rigs(): iterable
    {
        yield 'both on one channel' => [[], [], []];
        yield 'three and five' => [
            ['/units/0/settings/channel' => self::set('3'), '/units/1/settings/channel' => self::set('5')],
            ['board sends on MIDI channel 3, box answers on 5: no notes and controls arrive'],
            ['box channel 3'],
        ];
        yield 'the box answers on all' => [
            ['/units/0/settings/channel' => self::set('3'), '/units/1/settings/channel' => self::set('omni')],
            [],
            [],
        ];
        yield 'receive is off' => [
            ['/units/1/settings/receive' => self::set('off')],
            ['box does not receive notes while "Receive" is off'],
            ['box receive on'],
        ];
        yield 'transmit is off' => [
            ['/units/0/settings/transmit' => self::set('off')],
            ['board does not send notes while "Transmit" is off'],
            ['board transmit on'],
        ];
        yield 'kept out, and on one channel' => [
            ['/intents' => [[...self::SAID, 'of' => ['notes', 'controls'], 'means' => 'keeps out']]],
            ['board is to stay out of box, and its notes and controls reach it'],
            ['box channel 2'],
        ];
        yield 'kept out, on another' => [
            [
                '/intents' => [[...self::SAID, 'of' => ['notes', 'controls'], 'means' => 'keeps out']],
                '/units/0/settings/channel' => self::set('3'),
            ],
            [],
            [],
        ];
        yield 'the last word counts' => [
            ['/intents' => [[...self::SAID, 'means' => 'keeps out'], [...self::SAID, 'means' => 'plays']]],
            [],
            [],
        ];
        yield 'a lead to edit with plays nobody' => [
            ['/leads/0/use' => 'edit', '/units/0/settings/channel' => self::set('3')],
            [],
            [],
        ];
        yield 'to play over a lead to edit with' => [
            ['/leads/0/use' => 'edit', '/intents' => [[...self::SAID, 'means' => 'plays']]],
            ['board is to play box with notes, and nothing that carries them leads there'],
            [],
        ];
    }

    /**
     * @param array<string, mixed> $changes
     * @param list<string> $texts
     * @param list<string> $planned
     */
    #[DataProvider('rigs')]
    public function testOneBoardAndOneBox(array $changes, array $texts, array $planned): void
    {
        $json = Kit::changed(self::json(), $changes);
        $analysis = new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode($json)), ''));
        $found = array_values(array_filter(
            Examination::of($analysis)->findings,
            static fn ($finding): bool => $finding->fact instanceof DoesNotPlay || $finding->fact instanceof IsNotKeptOut,
        ));

        self::assertSame($texts, array_map(static fn ($finding): string => $finding->fact->text(), $found));
        self::assertSame(
            $planned,
            array_values(array_map(
                static fn (PlannedSetting $setting): string => "{$setting->box->name} {$setting->setting->id} {$setting->value}",
                array_filter($analysis->plan()->settings, static fn (PlannedSetting $setting): bool => $setting->changes()),
            )),
        );
        foreach ([] === $planned ? [] : $found as $finding) {
            self::assertNotNull($finding->fix);
            $mended = new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode(Kit::fixed($finding->fix, $json))), ''));
            self::assertSame([], array_filter(
                Examination::of($mended)->findings,
                static fn ($left): bool => $left->fact instanceof DoesNotPlay || $left->fact instanceof IsNotKeptOut,
            ));
        }
    }

    /** A thru that is off is an error where somebody behind it is to be played, and right where he is to be kept out. */
    public function testAThruThatIsOff(): void
    {
        foreach (['plays' => [['box']], 'keeps out' => []] as $means => $expected) {
            $json = Kit::changed(self::json(), [
                '/leads/0' => Kit::lead('1', 'board out', 'before in'),
                '/leads/1' => Kit::lead('2', 'before thru', 'box in'),
                '/units/2' => ['name' => 'before', 'chart' => ['id' => 'before', 'revision' => 1], 'settings' => ['thru' => self::set('off')]],
                '/charts/before' => [
                    'revision' => 1,
                    'chart' => Kit::hearer('Before', 5, more: [
                        'plugs' => [Kit::din('in', 'in'), Kit::din('thru', 'out')],
                        'settings' => [
                            ['id' => 'channel', 'title' => 'Channel', 'values' => [1, 16], 'factory' => 5],
                            ['id' => 'thru', 'title' => 'Thru', 'values' => ['on', 'off'], 'factory' => 'on'],
                        ],
                        'routes' => [['id' => 'thru', 'from' => ['in'], 'to' => ['thru'], 'kind' => 'hardware', 'setting' => 'thru']],
                    ]),
                ],
                '/intents' => [[...self::SAID, 'of' => ['notes', 'controls'], 'means' => $means]],
            ]);
            $analysis = new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode($json)), ''));
            $off = [];
            foreach (Examination::of($analysis)->findings as $finding) {
                self::assertNotInstanceOf(DoesNotPlay::class, $finding->fact);
                if ($finding->fact instanceof ThruIsOff) {
                    $off[] = $finding->fact->units;
                }
            }
            self::assertSame($expected, $off, $means);
        }
    }

    /** What a hub does not pass on is said of the hub; another kind that it passes on is not. */
    public function testAKindThatAHubBlocks(): void
    {
        $json = Kit::changed(self::json(), [
            '/leads/0' => Kit::lead('1', 'board out', 'hub in'),
            '/leads/1' => Kit::lead('2', 'hub thru', 'box in'),
            '/units/2' => ['name' => 'hub', 'chart' => ['id' => 'hub', 'revision' => 1]],
            '/charts/hub' => [
                'revision' => 1,
                'chart' => [
                    'schema' => 1,
                    'name' => 'Hub',
                    'sort' => 'hub',
                    'plugs' => [Kit::din('in', 'in'), Kit::din('thru', 'out')],
                    'routes' => [['id' => 'thru', 'from' => ['in'], 'to' => ['thru'], 'kind' => 'message', 'blocks' => ['note']]],
                ],
            ],
            '/intents' => [[...self::SAID, 'of' => ['notes', 'controls'], 'means' => 'plays']],
        ]);
        $analysis = new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode($json)), ''));
        $found = array_filter(Examination::of($analysis)->findings, static fn ($each): bool => $each->fact instanceof DoesNotPlay);
        self::assertSame(['hub does not pass on notes'], array_values(array_map(static fn ($each): string => $each->fact->text(), $found)));
    }

    /** @return array{value: string, state: string} */
    private static function set(string $value): array
    {
        return ['value' => $value, 'state' => 'set'];
    }

    /** @return array<mixed> */
    private static function json(): array
    {
        $channel = ['id' => 'channel', 'title' => 'Channel', 'values' => [...array_map(strval(...), range(1, 16)), 'omni'], 'factory' => '1'];
        $switch = static fn (string $id): array => ['id' => $id, 'title' => ucfirst($id), 'values' => ['on', 'off'], 'factory' => 'on'];
        $fader = ['name' => 'Fader', 'sort' => 'fader', 'sends' => [['gesture' => 'move', 'message' => ['kind' => 'cc', 'number' => 20]]]];
        $board = Kit::board([$fader]);
        $board['settings'] = [$channel, $switch('transmit')];
        $board['sends'] = [['at' => ['out'], 'channel' => ['setting' => 'channel'], 'kinds' => ['note' => 'transmit', 'cc' => true]]];
        $box = Kit::hearer('Box');
        $box['settings'] = [$channel, $switch('receive')];
        $box['hears'] = [['id' => 'all', 'at' => ['in'], 'channel' => ['setting' => 'channel'], 'kinds' => ['note' => 'receive', 'cc' => true]]];
        $keep = static fn (array $chart): array => ['revision' => 1, 'chart' => $chart];

        return [
            'schema' => 1,
            'name' => 'Two',
            'charts' => ['board' => $keep($board), 'box' => $keep($box)],
            'units' => [
                ['name' => 'board', 'chart' => ['id' => 'board', 'revision' => 1], 'settings' => []],
                ['name' => 'box', 'chart' => ['id' => 'box', 'revision' => 1], 'settings' => []],
            ],
            'leads' => [Kit::lead('1', 'board out', 'box in')],
        ];
    }
}
