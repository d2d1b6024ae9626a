<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Card\CardStep;
use ZigzagPost\Core\Card\OpenStep;
use ZigzagPost\Core\Card\SetupCard;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Setup\RigFile;

/** What a card asks for, and in which order. */
final class SetupCardTest extends TestCase
{
    private const SETTINGS = [
        ['id' => 'channel', 'title' => 'MIDI channel', 'values' => [1, 16], 'factory' => 1, 'how' => [['by' => 'menu', 'where' => 'System 3']]],
        ['id' => 'usb', 'title' => 'USB mode', 'values' => ['a', 'b'], 'factory' => 'a', 'how' => [['by' => 'menu', 'powerCycle' => true]]],
        [
            'id' => 'local',
            'title' => 'Local control',
            'values' => ['off', 'on'],
            'factory' => 'on',
            'how' => [['by' => 'menu', 'keeps' => 'on save']],
        ],
        ['id' => 'colour', 'title' => 'Display colour', 'values' => ['red', 'blue'], 'factory' => 'red'],
    ];

    public function testDefaultsGoOffFirstAndTheOwnChannelComesLast(): void
    {
        $steps = self::steps([
            'usb' => ['value' => 'b', 'state' => 'planned'],
            'local' => ['value' => 'off', 'state' => 'planned'],
            'channel' => ['value' => 5, 'state' => 'planned', 'pinned' => true],
        ]);
        self::assertSame(['local', 'usb', 'channel'], array_column($steps, 'setting'), 'what stays as it left the factory is not on the card');
        self::assertSame(['off', 'b', 5], array_column($steps, 'value'));
        self::assertSame([false, true, false], array_column($steps, 'powerCycle'));
        self::assertSame('save it afterwards', $steps[0]->save);
        self::assertStringContainsString('System 3', $steps[2]->how);
    }

    public function testWhatWasTickedStandsWithWhoAndWhen(): void
    {
        $steps = self::steps(['channel' => ['value' => 5, 'state' => 'set', 'by' => 'Ada', 'at' => '2026-11-20']]);
        self::assertTrue($steps[0]->isTicked);
        self::assertSame(['Ada', '2026-11-20'], [$steps[0]->by, $steps[0]->at]);
    }

    public function testTheLoadInListHasWhatIsOpenAndPowerCyclesLast(): void
    {
        $analysis = self::analysis([
            'usb' => ['value' => 'b', 'state' => 'planned'],
            'local' => ['value' => 'off', 'state' => 'set'],
            'channel' => ['value' => 5, 'state' => 'planned', 'pinned' => true],
        ]);
        $open = SetupCard::loadIn(SetupCard::all($analysis));
        self::assertSame(['channel', 'usb'], array_map(static fn (OpenStep $each): string => $each->step->setting, $open));
    }

    /** What the plan leaves at the factory's is looked at, at the end; what nothing depends on is not on the card. */
    public function testWhatDecidesWhetherItWorksIsLookedAt(): void
    {
        $json = Json::decode((string) file_get_contents(\dirname(__DIR__, 3).'/demo/crossing-board.rig.json'));
        self::assertIsArray($json);
        $analysis = new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode($json)), ''));
        $cards = [];
        foreach (SetupCard::all($analysis) as $card) {
            foreach ($card->steps as $step) {
                $cards[$card->box->name][] = ($step->isCheck ? 'look: ' : '')."{$step->title} {$step->value}";
            }
        }
        self::assertSame(
            [
                'board' => [
                    'Jack 1 midi',
                    'Jack 2 midi',
                    'Send channel 7',
                    'Program change on bank step off',
                    'look: Jumper behind the small jack ring',
                ],
                'brine' => ['Control jack midi', 'look: MIDI channel 7'],
                'drive' => ['MIDI channel 7'],
                'far' => ['Pass on on', 'look: EXP / MIDI midi'],
                'wake' => ['look: MIDI channel 7'],
            ],
            $cards,
        );
    }

    public function testWhatLearnsComesAfterWhatItLearnsFrom(): void
    {
        $fader = ['name' => 'Fader', 'sort' => 'fader', 'assign' => 'menu', 'sends' => [['gesture' => 'move', 'message' => ['kind' => 'cc', 'number' => 3]]]];
        $box = Kit::hearer('Box');
        $box['parameters'] = [['name' => 'Mix', 'reach' => 'midi', 'assign' => 'learn', 'raw' => [0, 127], 'message' => ['kind' => 'cc', 'number' => 3]]];
        $rig = Kit::rig(
            ['a' => Kit::board([$fader]), 'b' => $box],
            [
                ['name' => 'board', 'chart' => 'a', 'label' => 'Board'],
                ['name' => 'box', 'chart' => 'b', 'assigned' => ['Mix' => ['message' => ['kind' => 'cc', 'number' => 3], 'state' => 'planned']]],
            ],
            [Kit::lead('1', 'board out', 'box in')],
        );
        $analysis = new RigAnalysis(Kit::setup($rig));
        $open = SetupCard::loadIn(SetupCard::all($analysis));
        $learned = array_values(array_filter($open, static fn (OpenStep $each): bool => $each->step->learns));
        self::assertCount(1, $learned);
        self::assertSame('"Mix" learns', $learned[0]->step->title);
        self::assertMatchesRegularExpression('/^controller \d+$/', (string) $learned[0]->step->value);
    }

    public function testNothingToSetIsNoCard(): void
    {
        $analysis = self::analysis([], [self::SETTINGS[3]]);
        self::assertSame([], SetupCard::all($analysis));
    }

    /**
     * @param array<string, array<string, mixed>> $chosen
     *
     * @return list<CardStep>
     */
    private static function steps(array $chosen): array
    {
        $analysis = self::analysis($chosen);

        return SetupCard::all($analysis)[0]->steps ?? [];
    }

    /**
     * @param array<string, array<string, mixed>> $chosen
     * @param list<array<string, mixed>> $settings
     */
    private static function analysis(array $chosen, array $settings = self::SETTINGS): RigAnalysis
    {
        $hears = 'channel' === $settings[0]['id'] ? [['id' => 'all', 'at' => ['in'], 'channel' => ['setting' => 'channel']]] : [];
        $chart = Kit::hearer('Box', more: ['settings' => $settings, 'hears' => $hears]);
        $unit = ['name' => 'box', 'chart' => 'c'] + ([] === $chosen ? [] : ['settings' => $chosen]);

        return new RigAnalysis(Kit::setup(Kit::rig(['c' => $chart], [$unit], [Kit::lead('one', 'post boxes', 'box in')]), "port boxes out\n"));
    }
}
