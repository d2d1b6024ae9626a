<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Midi;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Midi\Reckoning;

/** The small sums, against figures worked out by hand. */
final class ReckoningTest extends TestCase
{
    public function testProgramsBothWays(): void
    {
        self::assertSame(
            [
                'program sent' => '5',
                'in tables that count from 1' => '6',
                'bank' => '0',
                'bank MSB, controller 0' => '0',
                'bank LSB, controller 32' => '0',
            ],
            self::results(Reckoning::program(6, 1, 128)),
        );
        self::assertSame(['1', '2', '130', '1', '2'], array_values(self::results(Reckoning::program(1301, 0, 10))));
        for ($shown = 1; $shown < 2000; ++$shown) {
            $sent = self::results(Reckoning::program($shown, 1, 12));
            self::assertSame(['shown' => (string) $shown], self::results(Reckoning::shown((int) $sent['program sent'], (int) $sent['bank'], 1, 12)));
        }
    }

    public function testHalvesAndTheWhole(): void
    {
        self::assertSame(['MSB' => '8', 'LSB' => '1', 'in rules' => '8:1', 'in hexadecimal' => '08 01'], self::results(Reckoning::halves(1025)));
        for ($number = 0; $number < 16384; $number += 7) {
            $halves = self::results(Reckoning::halves($number));
            self::assertSame(['number' => (string) $number], self::results(Reckoning::whole((int) $halves['MSB'], (int) $halves['LSB'])));
        }
    }

    public function testTempoCentsAndWire(): void
    {
        self::assertSame(
            ['20.833 ms', '500 ms', '250 ms', '375 ms', '166.667 ms', '125 ms', '1 000 ms', '2 000 ms'],
            array_values(self::results(Reckoning::tempo(120))),
        );
        self::assertSame(['short by' => '28.346 cents', 'of the interval' => '2.362 %'], self::results(Reckoning::shortfall(124, 127, 12)));
        self::assertSame(
            ['together' => '9.6 ms', 'one message' => '0.96 ms', 'at most, of such messages' => '1 041.667 a second'],
            self::results(Reckoning::wire(10, 3)),
        );
    }

    /** @return array<string, string> */
    private static function results(Reckoning $reckoned): array
    {
        return array_column($reckoned->results, 'value', 'name');
    }
}
