<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Live;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Live\CutWay;
use ZigzagPost\Core\Live\LoopWatch;

/** A cable from an out port back to an in port, with rules that pass on, against hands that send the same again and again. */
final class LoopWatchTest extends TestCase
{
    /** @return iterable<string, array{int, int}> how long a round takes, and how many messages go round */
    public static function cables(): iterable
    {
        foreach ([500, 1_000, 2_500, 20_000, 40_000] as $roundUs) {
            foreach ([1, 2, 3] as $messages) {
                yield "{$messages} in {$roundUs} us" => [$roundUs, $messages];
            }
        }
    }

    #[DataProvider('cables')]
    public function testWhatGoesRoundIsCutAndStaysSo(int $roundUs, int $messages): void
    {
        $watch = new LoopWatch();
        $under = [];
        for ($each = 0; $each < $messages; ++$each) {
            $under[] = [$each * 150, "\x90".\chr(60 + $each)."\x40"];
        }
        $rounds = 0;
        for ($now = 0; [] !== $under && $now < 10_000_000;) {
            sort($under);
            [$now, $message] = array_shift($under);
            if ('' !== $watch->came($now, 0, $message)) {
                $watch->sent($now, 5, $message);
                $under[] = [$now + $roundUs, $message];
                ++$rounds;
            }
        }
        self::assertSame([], $under, 'nothing goes round any more');
        self::assertLessThan(30 * $messages, $rounds);
        $watch->settle($now + 1_000_000);
        self::assertEquals([new CutWay(5, 0)], \array_slice($watch->takeNews(), 0, 1));
        $watch->sent($now + 2_000_000, 5, "\xB0\x07\x01");
        self::assertSame('', $watch->came($now + 2_000_500, 0, "\xB0\x07\x01"), 'the way is cut for everything that comes back');
        self::assertSame("\xB0\x07\x02", $watch->came($now + 2_000_600, 0, "\xB0\x07\x02"), 'and open for everything else');
        $watch->letThrough(5, 0);
        $watch->sent($now + 3_000_000, 5, "\xB0\x07\x01");
        self::assertSame("\xB0\x07\x01", $watch->came($now + 3_000_500, 0, "\xB0\x07\x01"));
    }

    /** @return iterable<string, array{int}> */
    public static function turns(): iterable
    {
        foreach ([1_000, 5_000, 10_000, 20_000, 30_000, 45_000, 60_000] as $everyUs) {
            yield "each {$everyUs} us" => [$everyUs];
        }
    }

    #[DataProvider('turns')]
    public function testAnEncoderThatIsPassedOnIsNoLoop(int $everyUs): void
    {
        $watch = new LoopWatch();
        $passed = 0;
        $turns = 400;
        for ($turn = 0; $turn < $turns; ++$turn) {
            $now = $turn * $everyUs;
            $bytes = $watch->came($now, 0, "\xB0\x10\x41");
            $passed += intdiv(\strlen($bytes), 3);
            '' === $bytes ?: $watch->sent($now, 5, "\xB0\x10\x41");
        }
        self::assertSame([], $watch->takeNews());
        self::assertGreaterThanOrEqual($turns - 3, $passed, 'nothing is lost; at most a few are still held');
    }

    public function testFragmentsAndRealTimeGoThroughUntouched(): void
    {
        $watch = new LoopWatch();
        for ($at = 0; $at < 2_000_000; $at += 1_000) {
            $watch->sent($at, 1, "\x90\x3C\x40");
            $watch->sent($at, 1, "\xF8");
            self::assertSame("\xF8", $watch->came($at + 100, 0, "\xF8"));
            self::assertSame("\x3C\x40", $watch->came($at + 200, 0, "\x3C\x40"));
        }
        self::assertSame([], $watch->takeNews());
    }
}
