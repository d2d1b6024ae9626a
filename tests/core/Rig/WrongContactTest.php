<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Finding\Fact\LeadIsDead;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Chart\Role;
use ZigzagPost\Core\Rig\Document\Rest;
use ZigzagPost\Core\Rig\Wire\StrayPower;
use ZigzagPost\Core\Rig\Wire\WrongContact;

/** A dead lead is told as somebody says it who stands before the plugs; what was put to rest by its former wording stays so. */
final class WrongContactTest extends TestCase
{
    public function testContactsAreCalledAsTheyAreOnThePlug(): void
    {
        self::assertSame(
            'tilt MIDI has its data on the ring, post tilt expects it on pin 5: nothing arrives',
            (new WrongContact(Role::Data, 'tilt MIDI', 'ring', 'post tilt', '5'))->words(),
        );
        self::assertSame(
            'pin 4 of post keys is not connected to pin 4 of keys MIDI IN, its source: nothing arrives',
            (new WrongContact(Role::Source, 'post keys', '4', 'keys MIDI IN', '4'))->words(),
        );
    }

    public function testPowerThatGoesAstrayIsToldByWhereItArrives(): void
    {
        self::assertSame(
            'drive MIDI has power (supply+) on the ring, and it reaches pin 4 of brine MIDI THRU, its source',
            (new StrayPower(Role::SupplyPlus, 'drive MIDI', 'ring', 'brine MIDI THRU', '4', Role::Source))->words(),
        );
        self::assertStringEndsWith(
            'reaches pin 1 of box IN, which is not made for it',
            (new StrayPower(Role::SupplyMinus, 'drive MIDI', 'sleeve', 'box IN', '1', null))->words(),
        );
    }

    public function testOtherWordsWakeNothingThatWasPutToRest(): void
    {
        $former = 'data stands on ring of tilt MIDI and is wanted on 5 of post tilt, but ring leads to 4, its source';
        $cure = 'use a crossed adapter';
        [$before, $now] = [new LeadIsDead('tilt', $former, $cure), new LeadIsDead('tilt', $former, $cure, 'nothing arrives')];
        self::assertSame('nothing arrives; use a crossed adapter', $now->text());
        $rest = new Rest((new RigFinding($before))->key(), 'as it is', '2026-11-30');
        $older = new Rest('lead-dead: lead tilt: '.substr(hash('sha256', "{$former}; use a crossed adapter"), 0, 8), 'as it is', '2026-11-26');
        foreach ([$rest, $older] as $kept) {
            self::assertSame($kept, (new RigFinding($now))->restAmong([$kept]));
        }
    }
}
