<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\World;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\World\DeviceSender;
use ZigzagPost\Core\World\Heard;
use ZigzagPost\Core\World\SimulatedDevice;
use ZigzagPost\Tests\Core\Rig\Kit;

/** Simulated devices at the ends of what they do: programs, power, system messages, and how their controls are shown. */
final class DeviceTableTest extends TestCase
{
    /** @return iterable<string, array{list<string>, list<string>}> messages, each behind its time in milliseconds, and what was heard */
    public static function heard(): iterable
    {
        yield 'a program' => [['0 C1 02'], ['program 3 new']];
        yield 'the same again' => [['0 C1 02', '50 C1 02'], ['program 3 new', 'program 3']];
        yield 'in the deaf time behind it' => [['0 C1 02', '29 C1 01'], ['program 3 new']];
        yield 'at its end' => [['0 C1 02', '30 C1 01'], ['program 3 new', 'program 2 new']];
        yield 'of a bank' => [['0 B1 00 01', '0 C1 00'], ['program 5 new']];
        yield 'of a bank that there is not' => [['0 B1 00 02', '0 C1 00'], []];
        yield 'beyond the last' => [['0 B1 00 01', '0 C1 02'], []];
        yield 'on another channel' => [['0 C0 02'], []];
        yield 'a program forgets what it stores' => [['0 B1 07 05', '0 B1 08 06', '0 C1 00', '50 B1 08 06', '50 B1 07 05'], [
            'Level 5 new', 'Kept 6 new', 'program 1 new', 'Kept 6', 'Level 5 new',
        ]];
        yield 'a toggle' => [['0 B1 09 01', '0 B1 09 01', '0 B1 09 00'], ['Bypass 127 new', 'Bypass 0 new', 'Bypass 127 new']];
        yield 'a trigger' => [['0 B1 0A 01', '0 B1 0A 01'], ['Tap 1 new', 'Tap 1 new']];
        yield 'beyond its range' => [['0 B1 0B 7F', '0 B1 0B 00'], ['Narrow 100 new', 'Narrow 10 new']];
        yield 'by hand only' => [['0 B1 0C 7F'], []];
        yield 'of a channel of its own' => [['0 B1 0D 7F'], []];
        yield 'all notes off' => [['0 91 3C 64', '0 B1 7B 00'], ['notes 60 new']];
        yield 'the highest key' => [['0 91 48 01', '0 91 49 01', '0 91 24 01', '0 91 23 01'], ['notes 72 new', 'notes 36 new']];
        yield 'a song' => [['0 F3 05'], ['Song 5 new']];
        yield 'a position' => [['0 F2 05 01'], ['Place 133 new']];
        yield 'a start' => [['0 FA'], ['Go 0 new']];
        yield 'half a byte' => [['0 05'], []];
    }

    /**
     * @param list<string> $messages
     * @param list<string> $expected
     */
    #[DataProvider('heard')]
    public function testWhatADeviceHears(array $messages, array $expected): void
    {
        $device = self::device();
        $part = $device->box->chart->hears[0] ?? throw new \LogicException();
        self::assertSame($expected, self::play($device, $part, $messages));
    }

    public function testPowerBringsBackWhatTheChartSaysAndDeafnessEnds(): void
    {
        $device = self::device();
        $part = $device->box->chart->hears[0] ?? throw new \LogicException();
        self::play($device, $part, ['0 B1 08 06', '0 B1 07 50', '0 91 3C 64', '0 C1 02', '40 B1 63 00', '40 B1 62 01']);
        $device->power(1_000_000);
        self::assertSame(['Level' => 90], $device->values());
        self::assertNull($device->program());
        self::assertSame([], $device->sounding());
        self::assertSame([], self::play($device, $part, ['1000 B1 08 06', '1199.999 B1 08 06']), 'deaf for 200 ms');
        self::assertSame(['Kept 6 new'], self::play($device, $part, ['1200 B1 08 06']));
        self::assertSame([], self::play($device, $part, ['1300 B1 06 05']), 'no parameter is selected any more');
    }

    public function testWhatWasMeant(): void
    {
        $device = self::device();
        $part = $device->box->chart->hears[0] ?? throw new \LogicException();
        $meant = [];
        foreach (['B1 07 01', 'B0 07 01', '81 3C 40', '91 3C 00', '91 3C 01', 'B1 00 01', 'B1 20 01', 'B1 06 01', 'B1 26 01', 'B1 62 01', 'B1 63 01',
            'B1 64 01', 'B1 65 01', 'B1 66 01', 'B1 61 01', 'B1 01 01', 'F8', 'F3 05', 'C1 00', 'E1 00 40', '05'] as $hex) {
            if ($device->wasMeant($part, (string) Bytes::fromHex($hex))) {
                $meant[] = $hex;
            }
        }
        self::assertSame(['B1 07 01', '91 3C 01', 'B1 66 01', 'B1 61 01', 'B1 01 01', 'C1 00', 'E1 00 40'], $meant);
    }

    public function testHowControlsAreShown(): void
    {
        $board = Kit::board([
            self::control('One', 'switch', ['kind' => 'cc', 'number' => 80, 'values' => [0, 100]], ['latching' => true, 'at' => [2, 3], 'layer' => 'top']),
            self::control('Two', 'fader', ['kind' => 'cc', 'number' => 7, 'values' => [10, 120]]),
            self::control('Three', 'fader', ['kind' => 'cc', 'number' => 8, 'values' => [120, 10]]),
            self::control('Four', 'wheel', ['kind' => 'bend']),
        ], 5);
        $rig = Kit::rig(['board' => $board], [['name' => 'board', 'chart' => 'board', 'labels' => ['One' => ['text' => 'Harbour']]]], []);
        $face = (new DeviceSender(Kit::setup($rig)->boxes['board']))->describe();
        self::assertSame(['surface', 5], [$face['face'], $face['channel']]);
        $shown = array_map(
            static fn (array $each): array => array_intersect_key($each, array_flip(['label', 'layer', 'at', 'low', 'high', 'rest', 'isLatching'])),
            $face['controls'],
        );
        self::assertSame(
            [
                ['label' => 'Harbour', 'layer' => 'top', 'at' => [2, 3], 'low' => 0, 'high' => 127, 'rest' => 0, 'isLatching' => true],
                ['label' => 'Two', 'layer' => null, 'at' => null, 'low' => 10, 'high' => 120, 'rest' => 10, 'isLatching' => false],
                ['label' => 'Three', 'layer' => null, 'at' => null, 'low' => 10, 'high' => 120, 'rest' => 10, 'isLatching' => false],
                ['label' => 'Four', 'layer' => null, 'at' => null, 'low' => -8192, 'high' => 8191, 'rest' => 0, 'isLatching' => false],
            ],
            $shown,
        );
        $clock = ['sort' => 'clock box', 'surface' => ['controls' => []], 'clock' => ['sends' => true]] + Kit::board([], 1);
        $rig = Kit::rig(['clock' => $clock], [['name' => 'clock', 'chart' => 'clock']], []);
        $sender = new DeviceSender(Kit::setup($rig)->boxes['clock']);
        self::assertSame(['F8', 'FA', 'FC', 'FB', ''], array_map(
            static fn (string $name): string => Bytes::toHex($sender->play($name, 1)),
            ['clock', 'start', 'stop', 'continue', 'tune'],
        ));
    }

    /**
     * @param array<string, mixed> $message
     * @param array<string, mixed> $more
     *
     * @return array<string, mixed>
     */
    private static function control(string $name, string $sort, array $message, array $more = []): array
    {
        return [
            'name' => $name, 'sort' => $sort, 'sends' => [['gesture' => 'switch' === $sort ? 'press' : 'move', 'message' => $message]], ...$more,
        ];
    }

    private static function device(): SimulatedDevice
    {
        $parameter = static fn (string $name, array $message, array $more = []): array => [
            'name' => $name, 'reach' => 'midi', 'message' => $message, 'raw' => [0, 127], ...$more,
        ];
        $cc = static fn (int $number): array => ['kind' => 'cc', 'number' => $number];
        $chart = Kit::hearer('Box', 2, more: [
            'hears' => [['id' => 'all', 'at' => ['in'], 'channel' => ['setting' => 'channel'], 'deafMs' => ['power' => 200, 'program' => 30]]],
            'programs' => [
                'count' => 6,
                'shown' => ['pattern' => '{number}', 'firstSlot' => 1, 'size' => 6],
                'wire' => ['perBank' => 4, 'msb' => 'bank', 'lsb' => 'none'],
                'bankSend' => 'always',
            ],
            'keys' => ['low' => 36, 'high' => 72, 'key60' => 'C4'],
            'parameters' => [
                $parameter('Level', $cc(7), ['rest' => 90, 'stored' => true]),
                $parameter('Kept', $cc(8)),
                $parameter('Bypass', $cc(9), ['behaviour' => 'toggles']),
                $parameter('Tap', $cc(10), ['behaviour' => 'triggers']),
                $parameter('Narrow', $cc(11), ['raw' => [10, 100]]),
                $parameter('Hand', $cc(12), ['reach' => 'hand']),
                $parameter('Elsewhere', ['channel' => 5] + $cc(13)),
                $parameter('Drift', ['kind' => 'nrpn', 'number' => 1], ['raw' => [0, 16383]]),
                $parameter('Song', ['kind' => 'song']),
                $parameter('Place', ['kind' => 'position'], ['raw' => [0, 16383]]),
                $parameter('Go', ['kind' => 'start']),
            ],
        ]);
        $rig = Kit::rig(['box' => $chart], [['name' => 'box', 'chart' => 'box']], []);

        return new SimulatedDevice(Kit::setup($rig)->boxes['box']);
    }

    /**
     * @param list<string> $messages
     *
     * @return list<string>
     */
    private static function play(SimulatedDevice $device, Hears $part, array $messages): array
    {
        $heard = [];
        foreach ($messages as $message) {
            [$ms, $hex] = explode(' ', $message, 2);
            array_push($heard, ...$device->hear((int) round(1000 * (float) $ms), $part, (string) Bytes::fromHex($hex)));
        }

        return array_map(
            static fn (Heard $each): string => (Heard::PROGRAM === $each->what ? "program {$each->title}" : "{$each->title} {$each->value}")
                .($each->isNew ? ' new' : ''),
            $heard,
        );
    }
}
