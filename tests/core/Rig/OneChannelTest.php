<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Rig\Plan\HeardStream;
use ZigzagPost\Core\Rig\Plan\Sharing;
use ZigzagPost\Core\Rig\Setup\Socket;

/** Whether all that a unit sends is on one channel: fixed ones, those of settings with and without an offset, unknown ones. */
final class OneChannelTest extends TestCase
{
    /** @return iterable<string, array{list<int|string|array<string, mixed>|null>, bool}> channels of what it sends, null for none said */
    public static function sent(): iterable
    {
        yield 'nothing' => [[], false];
        yield 'one' => [[3], true];
        yield 'the same twice' => [[3, 3], true];
        yield 'two' => [[3, 4], false];
        yield 'all' => [['omni'], false];
        yield 'unknown' => [[null], false];
        yield 'one and an unknown one' => [[3, null], false];
        yield 'that of a setting' => [[['setting' => 'channel']], true];
        yield 'that of a setting twice' => [[['setting' => 'channel'], ['setting' => 'channel']], true];
        yield 'the first channel and that of a setting' => [[1, ['setting' => 'channel']], false];
        yield 'that of a setting and the first channel' => [[['setting' => 'channel'], 1], false];
        yield 'a setting, and one above it' => [[['setting' => 'channel'], ['setting' => 'channel', 'offset' => 1]], false];
        yield 'two settings' => [[['setting' => 'channel'], ['setting' => 'other']], false];
    }

    /** @param list<int|string|array<string, mixed>|null> $channels */
    #[DataProvider('sent')]
    public function testAllOnOneChannel(array $channels, bool $expected): void
    {
        $setting = static fn (string $id): array => ['id' => $id, 'title' => $id, 'values' => [1, 16], 'factory' => 1];
        $chart = ['settings' => [$setting('channel'), $setting('other')], 'sends' => []] + Kit::board([]);
        foreach ($channels as $channel) {
            $chart['sends'][] = ['at' => ['out']] + (null === $channel ? [] : ['channel' => $channel]);
        }
        $board = Kit::setup(Kit::rig(['board' => $chart], [['name' => 'board', 'chart' => 'board']], []))->box('board') ?? self::fail('it is there');

        self::assertSame($expected, Sharing::isOneChannel(new HeardStream($board, new Socket('board', 'out', true), [])));
    }
}
