<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Live;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Live\Course;
use ZigzagPost\Core\Live\Hazard\HazardGuard;
use ZigzagPost\Core\Live\LiveRun;
use ZigzagPost\Core\Live\Outlet;
use ZigzagPost\Core\Live\Standing;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\Play;

/** Hours of play, with a clock that runs, take no more memory than a minute; and not one tick too many or too few. */
final class MemoryTest extends TestCase
{
    private const BOOK = <<<'BOOK'
        port keys in
        port synth out
        port echo out
        clock beat
          tempo 120
          send echo
        rule "start"
          take cc 20
          start beat
        rule "notes"
          take note
          send synth
          delay 200ms
          send echo
        rule "rest"
          take any
          send synth
        BOOK;

    public function testHoursOfPlayTakeNoMoreMemory(): void
    {
        $hours = max(1, intdiv(Cases::number(4), 4));
        $book = Play::book(self::BOOK);
        $ports = array_fill_keys($book->ports(), true);
        $standing = new Standing(new Course(new Engine($book), static fn (): CompiledBook => $book), $ports);
        $run = LiveRun::goOn($standing, 0, new HazardGuard([]), [1 => new Outlet(320), 2 => new Outlet(320)]);
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(24));
        $run->came(0, 0, "\xB0\x14\x7F");
        $ticks = $before = 0;
        $now = 0;
        for ($played = 500_000; $now < $hours * 3_600_000_000; $played += 500_000) {
            for (; null !== ($next = $run->nextAt($now)) && $next <= $played; $ticks += self::handOver($run, $now)) {
                $now = max($now + 1, $next);
                $run->due($now);
            }
            $now = max($now, $played);
            $key = \chr($random->getInt(30, 90));
            $run->came($now, 0, "\x90{$key}\x40\xE0\x00".\chr($random->getInt(0, 127))."\x80{$key}\x40\xE0\x00\x40");
            $ticks += self::handOver($run, $now);
            $run->beat($now);
            $run->takeJournal();
            if (60_000_000 === $played) {
                $before = memory_get_usage();
            }
        }
        self::assertGreaterThan(0, $before);
        self::assertLessThan(1 << 20, memory_get_usage() - $before);
        self::assertSame(intdiv(($now - 1) * 3, 62_500) + 1, $ticks, 'from the first microsecond on, ticks fall on a grid of exactly 48 a second');
    }

    /** @return int clock messages that left */
    private static function handOver(LiveRun $run, int $now): int
    {
        $ticks = 0;
        foreach ([1, 2] as $port) {
            while ('' !== ($bytes = $run->next($now, $port))) {
                $ticks += "\xF8" === $bytes ? 1 : 0;
                $run->took($now, $port, \strlen($bytes));
            }
        }
        $run->takeJournal();

        return $ticks;
    }
}
