<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\World;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\World\SimulatedDevice;
use ZigzagPost\Tests\Core\Rig\Kit;

final class DeviceTest extends TestCase
{
    /** What ends by itself cannot hang. */
    public function testWhatIgnoresTheReleaseDoesNotGoOnSounding(): void
    {
        foreach ([[[], [60]], [['ignoresRelease' => false], [60]], [['ignoresRelease' => true], []]] as [$fact, $sounding]) {
            $rig = Kit::rig(
                ['box' => Kit::hearer('Box', more: ['keys' => ['low' => 0, 'high' => 127, ...$fact]])],
                [['name' => 'box', 'chart' => 'box']],
                [],
            );
            $box = Kit::setup($rig)->box('box');
            self::assertNotNull($box);
            $device = new SimulatedDevice($box);
            $heard = $device->hear(0, $box->chart->hears[0] ?? throw new \LogicException(), "\x90\x3C\x40");
            self::assertCount(1, $heard);
            self::assertSame($sounding, $device->sounding());
        }
    }

    /** @return iterable<string, array{list<string>, array<string, int>}> messages in hexadecimal, and where parameters stand then */
    public static function moves(): iterable
    {
        yield 'a controller' => [['B2 07 40'], ['Level' => 64]];
        yield 'of another channel' => [['B3 07 40'], []];
        yield 'both halves' => [['B2 0C 10', 'B2 2C 03'], ['Fine' => (16 << 7) | 3]];
        yield 'the upper half alone' => [['B2 0C 10'], ['Fine' => 16 << 7]];
        yield 'the lower half before any' => [['B2 2C 03'], ['Fine' => 3]];
        yield 'the upper half clears the lower' => [['B2 0C 10', 'B2 2C 03', 'B2 0C 11'], ['Fine' => 17 << 7]];
        yield 'a parameter number, upper half' => [['B2 63 02', 'B2 62 2C', 'B2 06 05'], ['Drift' => 5 << 7]];
        yield 'both halves of its value' => [['B2 63 02', 'B2 62 2C', 'B2 06 05', 'B2 26 07'], ['Drift' => (5 << 7) | 7]];
        yield 'the lower half alone' => [['B2 63 02', 'B2 62 2C', 'B2 26 07'], ['Drift' => 7]];
        yield 'one more' => [['B2 63 02', 'B2 62 2C', 'B2 06 05', 'B2 60 00'], ['Drift' => (5 << 7) + 1]];
        yield 'one less' => [['B2 63 02', 'B2 62 2C', 'B2 06 05', 'B2 61 00'], ['Drift' => (5 << 7) - 1]];
        yield 'less than nothing' => [['B2 63 02', 'B2 62 2C', 'B2 61 00'], ['Drift' => 0]];
        yield 'over the edge of a half' => [['B2 63 02', 'B2 62 2C', 'B2 06 05', 'B2 26 7F', 'B2 60 00'], ['Drift' => 6 << 7]];
        yield 'data without a number' => [['B2 06 05'], []];
        yield 'after none was selected' => [['B2 63 02', 'B2 62 2C', 'B2 63 7F', 'B2 62 7F', 'B2 06 05'], []];
        yield 'a registered one' => [['B2 65 00', 'B2 64 01', 'B2 06 40'], ['Tune' => 64 << 7]];
        yield 'registered is not the other' => [['B2 65 02', 'B2 64 2C', 'B2 06 05'], []];
        yield 'the later of both counts' => [['B2 65 00', 'B2 64 01', 'B2 63 02', 'B2 62 2C', 'B2 06 05'], ['Drift' => 5 << 7]];
        yield 'a new number clears the data' => [['B2 63 02', 'B2 62 2C', 'B2 06 05', 'B2 26 07', 'B2 62 2C', 'B2 26 01'], ['Drift' => 1]];
        yield 'bend' => [['E2 00 50'], ['Lean' => (0x50 << 7) - 8192]];
        yield 'bend, both halves' => [['E2 7F 7F'], ['Lean' => 8191]];
        yield 'pressure' => [['D2 21'], ['Push' => 33]];
        yield 'a key that moves a parameter' => [['92 18 40'], ['Hit' => 64]];
        yield 'let go it does nothing' => [['92 18 00'], []];
    }

    /**
     * @param list<string> $messages
     * @param array<string, int> $expected
     */
    #[DataProvider('moves')]
    public function testWhereParametersStand(array $messages, array $expected): void
    {
        $parameter = static fn (string $name, string $kind, ?int $number, array $raw): array => [
            'name' => $name,
            'reach' => 'midi',
            'message' => array_filter(['kind' => $kind, 'number' => $number], static fn (mixed $value): bool => null !== $value),
            'raw' => $raw,
        ];
        [$device, $part] = self::device([
            'parameters' => [
                $parameter('Level', 'cc', 7, [0, 127]),
                $parameter('Fine', 'cc14', 12, [0, 16383]),
                $parameter('Drift', 'nrpn', (2 << 7) | 0x2C, [0, 16383]),
                $parameter('Tune', 'rpn', 1, [0, 16383]),
                $parameter('Lean', 'bend', null, [-8192, 8191]),
                $parameter('Push', 'pressure', null, [0, 127]),
                $parameter('Hit', 'note', 24, [0, 127]),
            ],
        ]);
        foreach ($messages as $message) {
            $device->hear(1000, $part, (string) hex2bin(str_replace(' ', '', $message)));
        }

        self::assertSame($expected, $device->values());
        self::assertSame([], $device->sounding());
    }

    /** @return iterable<string, array{list<string>, list<int>}> messages, and the keys that sound */
    public static function keys(): iterable
    {
        yield 'down' => [['92 3C 40'], [60]];
        yield 'down and up' => [['92 3C 40', '82 3C 40'], []];
        yield 'up by no velocity' => [['92 3C 40', '92 3C 00'], []];
        yield 'two' => [['92 3C 40', '92 3E 40'], [60, 62]];
        yield 'all notes off' => [['92 3C 40', '92 3E 40', 'B2 7B 00'], []];
        yield 'all sound off' => [['92 3C 40', 'B2 78 00'], []];
        yield 'reset is no silence' => [['92 3C 40', 'B2 79 00'], [60]];
        yield 'a controller is none either' => [['92 3C 40', 'B2 77 00'], [60]];
        yield 'the lowest and the highest' => [['92 24 40', '92 60 40'], [36, 96]];
        yield 'beyond them' => [['92 23 40', '92 61 40'], []];
        yield 'another channel' => [['93 3C 40'], []];
    }

    /**
     * @param list<string> $messages
     * @param list<int> $expected
     */
    #[DataProvider('keys')]
    public function testWhichKeysSound(array $messages, array $expected): void
    {
        [$device, $part] = self::device(['keys' => ['low' => 36, 'high' => 96]]);
        foreach ($messages as $message) {
            $device->hear(1000, $part, (string) hex2bin(str_replace(' ', '', $message)));
        }

        self::assertSame($expected, $device->sounding());
    }

    /** @return iterable<string, array{string, bool}> a message that did nothing, and whether that is worth a word */
    public static function silent(): iterable
    {
        yield 'a controller' => ['B2 14 05', true];
        yield 'of another channel' => ['B3 14 05', false];
        yield 'a key' => ['92 10 40', true];
        yield 'let go' => ['82 10 40', false];
        yield 'let go by no velocity' => ['92 10 00', false];
        yield 'the bank' => ['B2 00 01', false];
        yield 'its lower half' => ['B2 20 01', false];
        yield 'the selection of a parameter' => ['B2 63 01', false];
        yield 'data' => ['B2 06 01', false];
        yield 'wheel' => ['B2 01 01', true];
        yield 'a program' => ['C2 05', true];
        yield 'clock' => ['F8', false];
        yield 'no status' => ['3C 40', false];
    }

    #[DataProvider('silent')]
    public function testWhetherItWasMeant(string $message, bool $expected): void
    {
        [$device, $part] = self::device([]);

        self::assertSame($expected, $device->wasMeant($part, (string) hex2bin(str_replace(' ', '', $message))));
    }

    /** @return iterable<string, array{array<string, mixed>, list<int>}> the zone or the channels of a part, and on which it answers */
    public static function channels(): iterable
    {
        yield 'one' => [['channel' => 3], [3]];
        yield 'four' => [['channel' => 3, 'width' => 4], [3, 4, 5, 6]];
        yield 'all' => [['channel' => 'omni'], range(1, 16)];
        yield 'a lower zone' => [['zone' => ['side' => 'lower', 'members' => 3]], [1, 2, 3, 4]];
        yield 'an upper zone' => [['zone' => ['side' => 'upper', 'members' => 3]], [13, 14, 15, 16]];
    }

    /**
     * @param array<string, mixed> $hears
     * @param list<int> $expected
     */
    #[DataProvider('channels')]
    public function testOnWhichChannelsItAnswers(array $hears, array $expected): void
    {
        [$device, $part] = self::device(['hears' => [['id' => 'all', 'at' => ['in'], ...$hears]]]);
        $answered = array_filter(
            range(1, 16),
            static fn (int $channel): bool => [] !== $device->hear(1000, $part, \chr(0x8F + $channel)."\x3C\x40"),
        );

        self::assertSame($expected, array_values($answered));
    }

    /**
     * @param array<string, mixed> $more
     *
     * @return array{SimulatedDevice, Hears}
     */
    private static function device(array $more): array
    {
        $box = Kit::setup(Kit::rig(['box' => Kit::hearer('Box', 3, more: $more)], [['name' => 'box', 'chart' => 'box']], []))->boxes['box'];

        return [new SimulatedDevice($box), $box->chart->hears[0] ?? self::fail('it hears nothing')];
    }
}
