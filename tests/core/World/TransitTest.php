<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\World;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\World\JournalEntry;
use ZigzagPost\Core\World\Transit;

/** Messages on their way to real devices, while devices come and go. */
final class TransitTest extends TestCase
{
    public function testWhatWaitsForADeviceThatIsNotThereNeverLeaves(): void
    {
        $transit = new Transit(['a', 'b']);
        $transit->goOn('b', 7);
        $takes = static fn (string $port, string $bytes): bool => $transit->takes(new JournalEntry(5, JournalEntry::OUT, $port, $bytes));
        self::assertSame([true, true, false, false], [$takes('a', "\xC0\x01"), $takes('b', "\xC0\x02"), $takes('c', "\xC0\x03"), $takes('a', '')]);
        self::assertTrue($takes('a', "\xC0\x04"));
        self::assertSame(['a' => [1, 3], 'b' => [8]], array_map(array_keys(...), $transit->save()['waiting']));
        self::assertSame("\xC0\x01", $transit->done('a', 1)?->bytes);
        self::assertNull($transit->done('a', 1), 'it has left');

        $transit->connect(['a', 'c'], ['c']);
        self::assertSame(['a' => [3]], array_map(array_keys(...), $transit->save()['waiting']));
        self::assertSame([false, true], [$takes('b', "\xC0\x05"), $takes('c', "\xC0\x06")]);
        $transit = Transit::load($transit->save());
        $transit->connect(['a', 'b'], ['a', 'b']);
        self::assertSame([], $transit->save()['waiting']);
        self::assertTrue($transit->takes(new JournalEntry(6, JournalEntry::OUT, 'b', "\xC0\x07")));
        self::assertSame(['b' => [10]], array_map(array_keys(...), $transit->save()['waiting']), 'counted all along');
    }
}
