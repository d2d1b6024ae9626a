<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\World;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\World\Bench;
use ZigzagPost\Core\World\Patch;
use ZigzagPost\Core\World\Transit;
use ZigzagPost\Tests\Core\Rig\Kit;

/** What a bench makes of hands, of real devices that go away, and of songs. */
final class BenchEdgesTest extends TestCase
{
    private const RULES = <<<'BOOK'
        port in in
        port out out
        scene "A"
          on enter post cc 1 value 1 to out
        scene "B"
          on enter post cc 1 value 2 to out
        always
        rule "all"
          take any
          send out

        BOOK;

    public function testAMarkIsTakenOnce(): void
    {
        $bench = self::bench();
        self::assertFalse($bench->takeMark());
        $bench->touch(1000, 'board', 'Mark', 0);
        self::assertFalse($bench->takeMark(), 'letting go is none');
        $bench->touch(2000, 'board', 'Other', 127);
        self::assertFalse($bench->takeMark());
        $bench->touch(3000, 'board', 'Mark', 127);
        self::assertTrue($bench->takeMark());
        self::assertFalse($bench->takeMark(), 'it was taken');
    }

    /** Where real devices play, their bytes say it, and a touch on the screen comes in as they do. */
    public function testWhereRealDevicesPlayTheirBytesMark(): void
    {
        $bench = self::bench(transit: new Transit([]));
        $bench->feed(1000, 'in', "\xB0\x50\x7F");
        self::assertTrue($bench->takeMark());
        $bench->touch(2000, 'board', 'Mark', 127);
        self::assertTrue($bench->takeMark());
        $plain = self::bench();
        $plain->feed(1000, 'in', "\xB0\x50\x7F");
        self::assertFalse($plain->takeMark(), 'no hand was there');
    }

    public function testWhatTheWayDoesNotPassNeverComesIn(): void
    {
        $bench = self::bench(['blocks' => ['cc']]);
        $bench->takeCame();
        $bench->touch(1000, 'board', 'Mark', 127);
        self::assertSame([], $bench->takeCame());
        $bench->touch(2000, 'board', 'Pad', 127);
        self::assertSame(["\x90\x24\x7F"], array_column($bench->takeCame(), 'bytes'));
        self::assertFalse($bench->touch(3000, 'nobody', 'Pad', 127));
    }

    /** Half a message of a device that went away is no part of what comes from the next one. */
    public function testWhatADeviceSentHalfIsForgotten(): void
    {
        $bench = self::bench(transit: new Transit([]));
        $bench->feed(1000, 'in', "\xB0\x50");
        $bench->endStream(5000, 'in');
        self::assertSame(5000, $bench->nowUs(), 'it is that late by then');
        $bench->takeArrived();
        $bench->feed(6000, 'in', "\x7F");
        self::assertFalse($bench->takeMark());
        self::assertSame([], self::out($bench));
        $bench->endStream(7000, 'nowhere');
        $bench->feed(8000, 'in', "\xB0\x50\x7F");
        self::assertSame(['B0507F'], self::out($bench));
    }

    public function testASongIsGoneToWhereThereIsOne(): void
    {
        $bench = self::bench();
        self::assertSame([0, 0], [$bench->scenes()['current'], $bench->scenes()['song']]);
        self::assertTrue($bench->goToSong(1, 1000));
        self::assertSame([1, 1], [$bench->scenes()['current'], $bench->scenes()['song']]);
        self::assertFalse($bench->goToSong(9, 2000));
        self::assertSame([1, 1], [$bench->scenes()['current'], $bench->scenes()['song']], 'it stays where it was');
    }

    /** @return list<string> what left, as hexadecimal, without scenes */
    private static function out(Bench $bench): array
    {
        $out = [];
        foreach ($bench->takeJournal() as $entry) {
            if ('out' === $entry->what && "\xB0\x01" !== substr($entry->bytes, 0, 2)) {
                $out[] = strtoupper(bin2hex($entry->bytes));
            }
        }

        return $out;
    }

    /** @param array<string, mixed> $route more of what passes on between the board and the rules */
    private static function bench(array $route = [], ?Transit $transit = null): Bench
    {
        $control = static fn (string $name, string $sort, string $kind, int $number): array => [
            'name' => $name,
            'sort' => $sort,
            'sends' => [['gesture' => 'press', 'message' => ['kind' => $kind, 'number' => $number]]],
        ];
        $hub = [
            'schema' => 1,
            'name' => 'Hub',
            'sort' => 'hub',
            'plugs' => [Kit::din('in', 'in'), Kit::din('out', 'out')],
            'routes' => [$route + ['id' => 'all', 'from' => ['in'], 'to' => ['out'], 'kind' => 'message']],
        ];
        $board = Kit::board([$control('Mark', 'switch', 'cc', 80), $control('Other', 'switch', 'cc', 81), $control('Pad', 'pad', 'note', 36)]);
        $rig = Kit::rig(
            ['board' => $board, 'hub' => $hub, 'box' => Kit::hearer('Box')],
            array_map(static fn (string $name): array => ['name' => $name, 'chart' => $name], ['board', 'hub', 'box']),
            [Kit::lead('a', 'board out', 'hub in'), Kit::lead('b', 'hub out', 'post in'), Kit::lead('c', 'post out', 'box in')],
        );
        $song = static fn (string $id, string $scene): array => ['id' => $id, 'title' => $id, 'scenes' => [$scene]];
        $show = [
            'songs' => [$song('one', 'A'), $song('two', 'B')],
            'setLists' => [['name' => 'Evening', 'songs' => ['one', 'two']]],
            'loaded' => 'Evening',
            'mark' => ['unit' => 'board', 'control' => 'Mark'],
        ];
        $json = ['rulebook' => self::RULES, 'show' => $show] + Json::members(Json::write($rig));
        $setup = RigFile::setup(RigFile::rig(Json::encode($json)));

        return Bench::start(Compiler::load((new RigAnalysis($setup))->checked()->book, true), Patch::of($setup), $transit);
    }
}
