<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Situation\CardStep;
use ZigzagPost\Core\Situation\OpenStep;
use ZigzagPost\Core\Situation\RigAnalysis;
use ZigzagPost\Core\Situation\SetupCard;

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
        $situation = self::situation([
            'usb' => ['value' => 'b', 'state' => 'planned'],
            'local' => ['value' => 'off', 'state' => 'set'],
            'channel' => ['value' => 5, 'state' => 'planned', 'pinned' => true],
        ]);
        $open = SetupCard::loadIn(SetupCard::all($situation->setup, $situation->plan()));
        self::assertSame(['channel', 'usb'], array_map(static fn (OpenStep $each): string => $each->step->setting, $open));
    }

    public function testNothingToSetIsNoCard(): void
    {
        $situation = self::situation([], [self::SETTINGS[3]]);
        self::assertSame([], SetupCard::all($situation->setup, $situation->plan()));
    }

    /**
     * @param array<string, array<string, mixed>> $chosen
     *
     * @return list<CardStep>
     */
    private static function steps(array $chosen): array
    {
        $situation = self::situation($chosen);

        return SetupCard::all($situation->setup, $situation->plan())[0]->steps ?? [];
    }

    /**
     * @param array<string, array<string, mixed>> $chosen
     * @param list<array<string, mixed>> $settings
     */
    private static function situation(array $chosen, array $settings = self::SETTINGS): RigAnalysis
    {
        $hears = 'channel' === $settings[0]['id'] ? [['id' => 'all', 'at' => ['in'], 'channel' => ['setting' => 'channel']]] : [];
        $chart = Kit::hearer('Box', more: ['settings' => $settings, 'hears' => $hears]);
        $unit = ['name' => 'box', 'chart' => 'c'] + ([] === $chosen ? [] : ['settings' => $chosen]);

        return new RigAnalysis(Kit::setup(Kit::rig(['c' => $chart], [$unit], [Kit::lead('one', 'post boxes', 'box in')]), "port boxes out\n"));
    }
}
