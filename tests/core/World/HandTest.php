<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\World;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Document\Song;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\World\Hand;
use ZigzagPost\Core\World\LitLamps;
use ZigzagPost\Core\World\Patch;
use ZigzagPost\Tests\Core\Rig\Kit;

/** What a hand sends at a value, byte by byte (MIDI 1.0, "Channel Voice Messages"); which lamps are lit by what; which song a scene belongs to. */
final class HandTest extends TestCase
{
    /** @return iterable<string, array{Kind, int|null, int|null, int, list<string>}> kind, number, channel, value, messages */
    public static function sent(): iterable
    {
        yield 'note' => [Kind::Note, 60, 3, 100, ['92 3C 64']];
        yield 'note of an unknown channel' => [Kind::Note, 60, null, 100, ['90 3C 64']];
        yield 'key pressure' => [Kind::PolyPressure, 61, 16, 5, ['AF 3D 05']];
        yield 'controller' => [Kind::Cc, 7, 2, 127, ['B1 07 7F']];
        yield 'controller of no number' => [Kind::Cc, null, 2, 1, ['B1 00 01']];
        yield 'mode' => [Kind::Mode, 123, 1, 0, ['B0 7B 00']];
        yield 'program' => [Kind::Program, 9, 1, 77, ['C0 09']];
        yield 'pressure' => [Kind::Pressure, null, 5, 33, ['D4 21']];
        yield 'bend to its centre' => [Kind::Bend, null, 1, 0, ['E0 00 40']];
        yield 'bend down' => [Kind::Bend, null, 1, -8192, ['E0 00 00']];
        yield 'bend up' => [Kind::Bend, null, 1, 8191, ['E0 7F 7F']];
        yield 'bend between' => [Kind::Bend, null, 1, 300, ['E0 2C 42']];
        yield 'parameter' => [Kind::Nrpn, 300, 1, 1000, ['B0 63 02', 'B0 62 2C', 'B0 06 07', 'B0 26 68']];
        yield 'registered' => [Kind::Rpn, 129, 1, 64, ['B0 65 01', 'B0 64 01', 'B0 06 00', 'B0 26 40']];
        yield 'pair' => [Kind::Cc14, 11, 1, 300, ['B0 0B 02', 'B0 2B 2C']];
        yield 'start' => [Kind::Start, null, null, 0, ['FA']];
        yield 'continue' => [Kind::Continue, null, null, 0, ['FB']];
    }

    /** @param list<string> $messages */
    #[DataProvider('sent')]
    public function testWhatAHandSends(Kind $kind, ?int $number, ?int $channel, int $value, array $messages): void
    {
        $sent = Hand::at(new ControlMessage($kind, $number, $channel, ['in'], 0, 127, false), $value);
        self::assertSame($messages, array_map(Bytes::toHex(...), $sent));
    }

    public function testLampsAreLitByTheirOwnMessages(): void
    {
        $lamp = static fn (string $name, array $message): array => [
            'name' => $name,
            'sort' => 'pad',
            'sends' => [],
            'lamp' => ['message' => $message, 'off' => 0, 'colours' => ['red' => 3, 'green' => 60]],
        ];
        $rig = Kit::rig(
            ['tray' => Kit::board([
                $lamp('A', ['kind' => 'note', 'number' => 36, 'channel' => 10]),
                $lamp('B', ['kind' => 'cc', 'number' => 36]),
                $lamp('C', ['kind' => 'note', 'number' => 37, 'channel' => 10]),
            ])],
            [['name' => 'tray', 'chart' => 'tray']],
            [],
        );
        $lamps = new LitLamps(Kit::setup($rig)->boxes['tray']);
        $lit = [];
        foreach (['99 24 03', '99 25 3C', '98 24 3C', 'B4 24 3C', '89 24 40', '99 25 00', 'B0 24 00', '99 26 03', 'C9 24'] as $hex) {
            $isHeard = $lamps->hear((string) Bytes::fromHex($hex));
            $lit[$hex] = implode(' ', array_map(static fn (string $name, string $colour): string => "{$name} {$colour}", array_keys($lamps->lit), $lamps->lit))
                .($isHeard ? '' : ' (not heard)');
        }
        self::assertSame([
            '99 24 03' => 'A red',
            '99 25 3C' => 'A red C green',
            '98 24 3C' => 'A red C green (not heard)',
            'B4 24 3C' => 'A red C green B green',
            '89 24 40' => 'C green B green',
            '99 25 00' => 'B green',
            'B0 24 00' => '',
            '99 26 03' => ' (not heard)',
            'C9 24' => ' (not heard)',
        ], $lit);
    }

    public function testASceneBelongsToTheSongThatIsPlayedElseToTheNextThatHasIt(): void
    {
        $song = static fn (string $title, string ...$scenes): array => ['id' => strtolower($title), 'title' => $title, 'scenes' => $scenes];
        $rig = Kit::rig([], [], [], [
            'show' => ['songs' => [$song('One', 'X', 'Z'), $song('Two', 'Y'), $song('Three', 'X'), $song('Four', 'Y', 'X')]],
        ]);
        $patch = Patch::of(Kit::setup($rig, "port in in\n"));
        self::assertContainsOnlyInstancesOf(Song::class, $rig->show->songs ?? []);
        $found = [];
        foreach (['X' => [0, 1, 2, 3], 'Y' => [0, 1, 2], 'Z' => [0, 2], 'none' => [2]] as $scene => $places) {
            $found[$scene] = array_map(static fn (int $place): int => $patch->songOf($scene, $place), $places);
        }
        self::assertSame(['X' => [0, 2, 2, 3], 'Y' => [1, 1, 3], 'Z' => [0, 0], 'none' => [2]], $found);
    }
}
