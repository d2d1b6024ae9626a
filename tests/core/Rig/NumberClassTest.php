<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\ShownPattern;
use ZigzagPost\Core\Rig\Plan\NumberClass;

/** Which numbers may be given out, by the tables of MIDI 1.0; and how programs are shown. */
final class NumberClassTest extends TestCase
{
    /** Table III of the specification, written down once more: what controllers are for, and what is free. */
    public function testControllersThatAreFreeHaveNoMeaningOfTheirOwn(): void
    {
        $undefined = [3, 9, 14, 15, 16, 17, 18, 19, ...range(20, 31), 80, 81, 82, 83, 85, 86, 87, 89, 90, ...range(102, 119)];
        self::assertSame($undefined, NumberClass::free(KindName::Cc));
        foreach ([0, 6, 32, 38, 96, 97, 98, 99, 100, 101, ...range(120, 127)] as $number) {
            self::assertTrue(NumberClass::isNever(KindName::Cc, $number), "controller {$number}");
            self::assertFalse(NumberClass::isReserved(KindName::Cc, $number));
        }
        for ($number = 0; $number < 128; ++$number) {
            $of = [\in_array($number, $undefined, true), NumberClass::isNever(KindName::Cc, $number), NumberClass::isReserved(KindName::Cc, $number)];
            self::assertCount(1, array_filter($of), "controller {$number} is one of the three");
            self::assertFalse(NumberClass::isNever(KindName::Note, $number) || NumberClass::isReserved(KindName::Note, $number));
        }
        self::assertSame(range(0, 127), NumberClass::free(KindName::Note));
        self::assertSame([], NumberClass::reserved(KindName::Note));
    }

    public function testProgramsAsTheyAreShown(): void
    {
        $labels = static fn (ShownPattern $shown, int ...$ordinals): array => array_map($shown->label(...), array_values($ordinals));
        self::assertSame(['0-1', '0-4', '1-1'], $labels(new ShownPattern('{bank}-{slot}', 1, 4), 0, 3, 4));
        self::assertSame(['5A', '5B', '6A'], $labels(new ShownPattern('{bank}{slot}', 0, 2, null, 5, ['A', 'B']), 0, 1, 2));
        self::assertSame(['U01', 'U02', 'P01', '201'], $labels(new ShownPattern('{bank}{slot2}', 1, 2, ['U', 'P']), 0, 1, 2, 4));
        self::assertSame(['000', '009', '010'], $labels(new ShownPattern('{slot3}', 0, 100), 0, 9, 10));
        self::assertSame(['1', '101'], $labels(new ShownPattern('{number}', 1, 10), 0, 100));
    }
}
