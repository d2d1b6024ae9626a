<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\World;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Forecast\LeadFit;
use ZigzagPost\Core\Rig\Fit\Lateness;
use ZigzagPost\Tests\Core\Rig\Kit;

/** What goes over the leads of a whole rig, before the post and behind it. */
final class RigFitTest extends TestCase
{
    private const FADER = [
        'name' => 'Fader',
        'sort' => 'fader',
        'perSecond' => 100,
        'sends' => [['gesture' => 'move', 'message' => ['kind' => 'nrpn', 'number' => 300, 'channel' => 1]]],
    ];

    public function testAStreamOfParametersIsAsLongAsItIs(): void
    {
        $fits = self::fits(
            self::sender(['surface' => ['controls' => [self::FADER]]]),
            "port box in\nport out out\nrule \"Fader\"\n  take nrpn 300\n  become cc 7 value value / 128\n  send out\n",
        );

        self::assertSame([['what' => 'box "Fader"', 'bytes' => 12.0, 'rate' => 100.0]], $fits['in']->load->streams);
        self::assertSame([['what' => 'box "Fader"', 'bytes' => 3.0, 'rate' => 100.0]], $fits['out']->load->streams);
        self::assertEqualsWithDelta(9.6, $fits['out']->load->percent(), 0.01);
    }

    /** Bytes of a fader with its status left out, counted by hand: nothing else between, then a wheel with another status byte between. */
    public function testStatusBytesAreLeftOutWhereTheUnitDoesSoAndNobodySendsThemOnAgain(): void
    {
        $fader = ['perSecond' => 100, 'sends' => [['gesture' => 'move', 'message' => ['kind' => 'cc', 'number' => 7, 'channel' => 1]]]] + self::FADER;
        $wheel = [
            'name' => 'Wheel',
            'sort' => 'wheel',
            'perSecond' => 50,
            'sends' => [['gesture' => 'move', 'message' => ['kind' => 'bend', 'channel' => 1]]],
        ];
        $expected = [
            [[$fader], false, [3.0]],
            [[$fader], true, [2.0]], // B0 07 00, 07 01 …
            [[self::FADER], false, [12.0]],
            [[self::FADER], true, [8.0]], // 63 02, 62 2C, 06 00, 26 00 …
            [[$fader, $wheel], true, [3.0, 3.0]], // B0 07 00, E0 00 40, B0 07 01 …
            [[self::FADER, $wheel], true, [9.0, 3.0]],
        ];
        foreach ($expected as [$controls, $runs, $bytes]) {
            $chart = self::sender([
                'surface' => ['controls' => $controls],
                'sends' => [['at' => ['out'], 'channel' => 1, 'kinds' => ['cc' => true, 'nrpn' => true, 'bend' => true], 'runningStatus' => $runs]],
            ]);
            $fits = self::fits($chart, "port box in\nport out out\n");
            self::assertSame($bytes, array_column($fits['in']->load->streams, 'bytes'));
        }
        $hub = ['schema' => 1, 'name' => 'Hub', 'sort' => 'hub', 'plugs' => [Kit::din('in', 'in'), Kit::din('out', 'out')]];
        foreach (['hardware' => 2.0, 'message' => 3.0] as $kind => $bytes) {
            $chart = self::sender([
                'surface' => ['controls' => [$fader]],
                'sends' => [['at' => ['out'], 'channel' => 1, 'kinds' => ['cc' => true], 'runningStatus' => true]],
            ]);
            $rig = Kit::rig(
                ['box' => $chart, 'hub' => $hub + ['routes' => [['id' => 'all', 'from' => ['in'], 'to' => ['out'], 'kind' => $kind]]]],
                [['name' => 'box', 'chart' => 'box'], ['name' => 'hub', 'chart' => 'hub']],
                [Kit::lead('first', 'box out', 'hub in'), Kit::lead('second', 'hub out', 'post box')],
                ['rulebook' => "port box in\n"],
            );
            $fits = array_column(
                array_map(
                    static fn (LeadFit $fit): array => [$fit->lead->id, $fit->load->streams[0]['bytes']],
                    (new RigAnalysis(Kit::setup($rig, "port box in\n")))->fits(),
                ),
                1,
                0,
            );
            self::assertSame(['first' => 2.0, 'second' => $bytes], $fits, "a hub that passes on by {$kind}");
        }
    }

    public function testAMoveOfSeveralMessagesCountsEachOfThem(): void
    {
        $moves = array_map(static fn (array $message): array => ['gesture' => 'move', 'message' => $message + ['channel' => 1]], [
            ['kind' => 'bend'],
            ['kind' => 'pressure'],
            ['kind' => 'cc', 'number' => 74],
        ]);
        $fits = self::fits(
            self::sender(['surface' => ['controls' => [['name' => 'Stick', 'sort' => 'axis', 'perSecond' => 50, 'sends' => $moves]]]]),
            "port box in\nport out out\nrule \"All\"\n  take pressure, bend\n  send out\n",
        );

        self::assertSame([3.0, 2.0, 3.0], array_column($fits['in']->load->streams, 'bytes'));
        self::assertSame([3.0, 2.0], array_column($fits['out']->load->streams, 'bytes'), 'the controller is dropped by the rules');
    }

    public function testWhatIsSentByItselfCountsWhereItIsSentAndAsLongAsItIs(): void
    {
        $automatic = static fn (string $kind, float $perSecond, string $at): array => [
            'what' => $kind,
            'kind' => $kind,
            'at' => [$at],
            'perSecond' => $perSecond,
        ];
        $chart = self::sender([
            'plugs' => [Kit::din('out', 'out'), Kit::din('second', 'out')],
            'automatic' => [
                $automatic('sensing', 4, 'out'),
                $automatic('program', 2, 'out'),
                $automatic('sysex', 5, 'out'),
                $automatic('sensing', 100, 'second'),
            ],
        ]);
        $fit = self::fits($chart, "port box in\nport out out\n")['in'];

        self::assertSame(8.0, $fit->load->fixed);
        self::assertSame(['box sysex'], $fit->load->unknown);
        self::assertSame([], $fit->load->streams);
    }

    /** Its own clock runs as fast as the songs, or else as its chart allows; rules pass it on. */
    public function testAClockIsPassedOn(): void
    {
        $clock = ['clock' => ['sends' => true, 'bpm' => [40, 240]]];
        $book = "port box in\nport out out\nrule \"Half\"\n  take clock\n  divide 2\n  send out\n";
        $fits = self::fits(self::sender($clock), $book);
        self::assertSame([96.0, 48.0], [$fits['in']->load->fixed, round($fits['out']->load->fixed)]);

        $fits = self::fits(self::sender($clock), $book, [
            'show' => ['songs' => [['id' => 'a', 'title' => 'A', 'tempo' => 100], ['id' => 'b', 'title' => 'B', 'tempo' => 120]]],
        ]);
        self::assertSame(48.0, $fits['in']->load->fixed);

        $fits = self::fits(self::sender(['clock' => ['sends' => true]]), $book);
        self::assertSame([0.0, ['box clock']], [$fits['in']->load->fixed, $fits['in']->load->unknown]);
    }

    /** Two ports come together in a hub: what it sends on waits for what came before. */
    public function testBurstsOfTwoPortsComeTogetherInAHub(): void
    {
        $hub = [
            'schema' => 1,
            'name' => 'Hub',
            'sort' => 'hub',
            'settings' => [],
            'plugs' => [Kit::din('a', 'in'), Kit::din('b', 'in'), Kit::din('out', 'out')],
            'routes' => [['id' => 'merge', 'from' => ['a', 'b'], 'to' => ['out'], 'kind' => 'message']],
        ];
        $book =
            "port one out\nport two out\nscene \"First\"\nscene \"Second\"\n  on enter post cc 1 value 1 to one\n  on enter post program 3 "
                ."to two\n  on enter post cc 2 value 2 to one\n";
        $rig = Kit::rig(
            ['hub' => $hub, 'synth' => Kit::hearer('Synth')],
            [['name' => 'hub', 'chart' => 'hub'], ['name' => 'synth', 'chart' => 'synth']],
            [Kit::lead('one', 'post one', 'hub a'), Kit::lead('two', 'post two', 'hub b'), Kit::lead('both', 'hub out', 'synth in')],
            ['rulebook' => $book],
        );
        $fits = self::named((new RigAnalysis(Kit::setup($rig, $book)))->fits());

        self::assertSame([960, 1920], self::late($fits['one']));
        self::assertSame([640], self::late($fits['two']));
        // The program change is whole at 640 and takes 640 more, the first controller at 960 waits for it, the second at 1920 for that.
        self::assertSame([1280, 2240, 3200], self::late($fits['both']));
    }

    /** USB hands over at the next millisecond; a hub behind it sends on over DIN from there. Of a network nobody knows. */
    public function testWhatIsNotSerialIsEstimatedOrUnknown(): void
    {
        foreach ([['usb b', 'usb', [1000, 1000], [1960, 2920]], ['network', 'network', [], []]] as [$connector, $carries, $first, $then]) {
            $hub = [
                'schema' => 1,
                'name' => 'Hub',
                'sort' => 'hub',
                'plugs' => [
                    ['id' => 'in', 'label' => 'In', 'connector' => $connector, 'uses' => [['way' => 'in', 'carries' => $carries]]],
                    Kit::din('out', 'out'),
                ],
                'routes' => [['id' => 'on', 'from' => ['in'], 'to' => ['out'], 'kind' => 'message']],
            ];
            $book = "port one out\nscene \"First\"\nscene \"Second\"\n  on enter post cc 1 value 1 to one\n  on enter post cc 2 value 2 to one\n";
            $rig = Kit::rig(
                ['hub' => $hub, 'synth' => Kit::hearer('Synth')],
                [['name' => 'hub', 'chart' => 'hub'], ['name' => 'synth', 'chart' => 'synth']],
                [Kit::lead('one', 'post one', 'hub in'), Kit::lead('two', 'hub out', 'synth in')],
                ['rulebook' => $book],
            );
            $fits = self::named((new RigAnalysis(Kit::setup($rig, $book)))->fits());

            self::assertSame([$first, $then], [self::late($fits['one']), self::late($fits['two'])], $connector);
            self::assertSame([false, true], [$fits['one']->isDin(), $fits['two']->isDin()]);
        }
    }

    public function testAStreamInsideAPlugIsMeantByItsNameAlone(): void
    {
        $usb = [
            'id' => 'usb',
            'label' => 'USB',
            'connector' => 'usb b',
            'uses' => [['way' => 'both', 'carries' => 'usb']],
            'streams' => [['id' => 'notes', 'label' => 'Notes', 'way' => 'both'], ['id' => 'remote', 'label' => 'Remote', 'way' => 'both']],
        ];
        $chart = self::sender([
            'plugs' => [Kit::din('out', 'out'), $usb],
            'automatic' => [['what' => 'sensing', 'kind' => 'sensing', 'at' => ['notes'], 'perSecond' => 10]],
            'sends' => [['at' => ['notes'], 'channel' => 2]],
        ]);
        $rig = Kit::rig(
            ['box' => $chart],
            [['name' => 'box', 'chart' => 'box']],
            [
                [
                    'id' => 'in',
                    'a' => ['unit' => 'box', 'plug' => 'usb', 'stream' => 'notes'],
                    'b' => ['unit' => 'post', 'plug' => 'box'],
                    'parts' => [['what' => 'cable', 'map' => 'straight']],
                ],
            ],
        );
        $fits = self::named((new RigAnalysis(Kit::setup($rig, "port box in\n")))->fits());

        self::assertSame(10.0, $fits['in']->load->fixed);
    }

    /**
     * @param array<string, mixed> $more
     *
     * @return array<string, mixed>
     */
    private static function sender(array $more): array
    {
        return [
            'schema' => 1,
            'name' => 'Box',
            'sort' => 'controller',
            'settings' => [],
            'plugs' => [Kit::din('out', 'out')],
            'sends' => [['at' => ['out'], 'channel' => 1]],
            ...$more,
        ];
    }

    /**
     * @param array<string, mixed> $chart of the unit box, whose lead to the post is "in"; "out" leads from there to a synth
     * @param array<string, mixed> $more
     *
     * @return array<string, LeadFit>
     */
    private static function fits(array $chart, string $book, array $more = []): array
    {
        $rig = Kit::rig(
            ['box' => $chart, 'synth' => Kit::hearer('Synth')],
            [['name' => 'box', 'chart' => 'box'], ['name' => 'synth', 'chart' => 'synth']],
            [Kit::lead('in', 'box out', 'post box'), Kit::lead('out', 'post out', 'synth in')],
            ['rulebook' => $book] + $more,
        );

        return self::named((new RigAnalysis(Kit::setup($rig, $book)))->fits());
    }

    /**
     * @param list<LeadFit> $fits
     *
     * @return array<string, LeadFit>
     */
    private static function named(array $fits): array
    {
        return array_combine(array_map(static fn (LeadFit $fit): string => $fit->lead->id, $fits), $fits);
    }

    /** @return list<int> */
    private static function late(LeadFit $fit): array
    {
        return array_map(static fn (Lateness $each): int => $each->lateUs, $fit->burst->messages ?? []);
    }
}
