<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Trial;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Trial\ProbedPlug;
use ZigzagPost\Core\Trial\ProbeMessage;
use ZigzagPost\Tests\Core\Rig\Kit;

/** Where a device of this computer can stand in a rig, what moves for it, and what it may send. */
final class ProbedPlugTest extends TestCase
{
    public function testItSaysWhichLeadMovesAndGoesBack(): void
    {
        $plugs = self::plugs(false);
        self::assertSame(
            ['floor out out', 'box in in', 'box thru out', 'lamp in in'],
            array_map(
                static fn (ProbedPlug $each): string => "{$each->unit} {$each->plug} ".($each->canSend ? 'in' : '').($each->canListen ? 'out' : ''),
                $plugs,
            ),
        );
        self::assertSame([
            ['Pull the lead a out of MIDI OUT of Floor.', 'Lead from the probe to MIDI OUT of Floor.'],
            ['Pull the lead b out of MIDI IN of Box.', 'Lead from the probe to MIDI IN of Box.'],
            ['Pull the lead c, which goes to MIDI IN of lamp, out of MIDI THRU of Box.', 'Lead from the probe to MIDI THRU of Box.'],
            ['Pull the lead c, which comes from MIDI THRU of Box, out of MIDI IN of lamp.', 'Lead from the probe to MIDI IN of lamp.'],
        ], array_map(static fn (ProbedPlug $each): array => $each->moves, $plugs));
        self::assertSame(['Put the lead a into MIDI OUT of Floor again.'], $plugs[0]->back);
        $bare = self::plugs(false, [])[1];
        self::assertSame([['Lead from the probe to MIDI IN of Box.'], ['Take the probe’s lead out of MIDI IN of Box.']], [$bare->moves, $bare->back]);
    }

    public function testItSendsWhatIsKnownAtLevelsThatHurtNobody(): void
    {
        $box = self::plugs(false)[1];
        self::assertSame(
            ['Level 0..127 first 12', 'Rest 0..127 first 64', 'Drift 0..16383 first 1638', 'Lean -8192..8191 first -6554', 'Elsewhere 10..20 first 11'],
            array_map(static fn (ProbeMessage $each): string => "{$each->title} {$each->low}..{$each->high} first {$each->first}", $box->sends),
        );
        $bytes = static fn (string $title, int $value): ?string => null === ($sent = $box->bytes($title, $value)) ? null : Bytes::toHex($sent);
        self::assertSame('B2 07 0C', $bytes('Level', 12));
        self::assertSame('B2 63 01 B2 62 05 B2 06 02 B2 26 2C', $bytes('Drift', 300));
        self::assertSame('E2 00 00', $bytes('Lean', -8192));
        self::assertSame('B8 09 14', $bytes('Elsewhere', 20));
        foreach ([['Level', 128], ['Level', -1], ['Elsewhere', 9], ['Elsewhere', 21], ['Nothing', 0], ['By hand', 1], ['Unknown', 1]] as [$title, $value]) {
            self::assertNull($bytes($title, $value), $title);
        }
        self::assertSame([], self::plugs(false)[0]->sends, 'nothing is sent into what sends');
    }

    public function testNothingIsSentWhereAUnitCouldHearItThatCanHurtSomebody(): void
    {
        [, $box, , $lamp] = self::plugs(true);
        self::assertSame(['lamp', 'lamp'], [$box->dangerous, $lamp->dangerous]);
        self::assertNull($box->bytes('Level', 12), 'it stands behind the thru');
        self::assertNull(self::plugs(true, [])[1]->dangerous, 'not where it is not led on to it');
        self::assertSame([null, null], [self::plugs(false)[1]->dangerous, self::plugs(false)[3]->dangerous]);
    }

    /**
     * @param list<array<string, mixed>>|null $leads
     *
     * @return list<ProbedPlug>
     */
    private static function plugs(bool $isDangerous, ?array $leads = null): array
    {
        $parameter = static fn (string $name, array $message, array $more = []): array => [
            'name' => $name, 'reach' => 'midi', 'message' => $message, 'raw' => [0, 127], ...$more,
        ];
        $box = [
            'plugs' => [Kit::din('in', 'in'), Kit::din('thru', 'out'), [
                'id' => 'pedal', 'label' => 'Pedal', 'connector' => 'jack 6.35', 'uses' => [['way' => 'in', 'carries' => 'expression']],
            ]],
            'routes' => [['id' => 'thru', 'from' => ['in'], 'to' => ['thru'], 'kind' => 'hardware']],
        ] + Kit::hearer('Box', 3, more: ['parameters' => [
            $parameter('Level', ['kind' => 'cc', 'number' => 7]),
            $parameter('Rest', ['kind' => 'cc', 'number' => 8], ['rest' => 64]),
            $parameter('Drift', ['kind' => 'nrpn', 'number' => 133], ['raw' => [0, 16383]]),
            $parameter('Lean', ['kind' => 'bend'], ['raw' => [-8192, 8191]]),
            $parameter('Elsewhere', ['kind' => 'cc', 'number' => 9, 'channel' => 9], ['raw' => [10, 20]]),
            $parameter('By hand', ['kind' => 'cc', 'number' => 10], ['reach' => 'hand']),
            ['name' => 'Unknown', 'reach' => 'midi', 'raw' => [0, 127]],
            $parameter('Exclusive', ['kind' => 'sysex', 'sysex' => 'F0 7D {v} F7']),
        ]]);
        $lamp = ($isDangerous ? ['hazards' => ['flame']] : []) + Kit::hearer('Lamp');
        $rig = Kit::rig(
            ['board' => Kit::board([]), 'box' => $box, 'lamp' => $lamp],
            [
                ['name' => 'floor', 'label' => 'Floor', 'chart' => 'board'],
                ['name' => 'box', 'label' => 'Box', 'chart' => 'box'],
                ['name' => 'lamp', 'chart' => 'lamp'],
            ],
            $leads ?? [Kit::lead('a', 'floor out', 'post in'), Kit::lead('b', 'post out', 'box in'), Kit::lead('c', 'box thru', 'lamp in')],
            ['rulebook' => "port in in\nport out out\n"],
        );

        return ProbedPlug::all(new RigAnalysis(Kit::setup($rig)));
    }
}
