<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Engine;

use ZigzagPost\Tests\Core\Play;
use ZigzagPost\Tests\Core\TapeTestCase;

/** Faders that meet a value which has moved meanwhile. */
final class TakeoverTest extends TapeTestCase
{
    public static function cases(): iterable
    {
        yield 'jump' => <<<'CASE'
            port keys in
            port desk in
            port moths out
            rule "m"
              from desk
              take cc
              mirror moths
            rule "r"
              take cc
              send moths jump
            --- in
            0 keys B0 03 40
            1 desk B0 03 20
            2 keys B0 03 41
            3 keys B0 03 50
            4 keys B0 03 1F
            5 keys B0 03 30
            6 desk B0 03 30
            7 keys B0 03 31
            --- out
            0.000 moths B0 03 40
            2.000 moths B0 03 41
            3.000 moths B0 03 50
            4.000 moths B0 03 1F
            5.000 moths B0 03 30
            7.000 moths B0 03 31
            CASE;
        yield 'pickup' => <<<'CASE'
            port keys in
            port desk in
            port moths out
            rule "m"
              from desk
              take cc
              mirror moths
            rule "r"
              take cc
              send moths pickup
            --- in
            0 keys B0 03 40
            1 desk B0 03 20
            2 keys B0 03 41
            3 keys B0 03 50
            4 keys B0 03 1F
            5 keys B0 03 30
            6 desk B0 03 30
            7 keys B0 03 31
            --- out
            0.000 moths B0 03 40
            4.000 moths B0 03 1F
            5.000 moths B0 03 30
            7.000 moths B0 03 31
            CASE;
        yield 'scaled' => <<<'CASE'
            port keys in
            port desk in
            port moths out
            rule "m"
              from desk
              take cc
              mirror moths
            rule "r"
              take cc
              send moths scaled
            --- in
            0 keys B0 03 40
            1 desk B0 03 20
            2 keys B0 03 40
            3 keys B0 03 50
            4 keys B0 03 00
            5 keys B0 03 7F
            --- out
            0.000 moths B0 03 40
            3.000 moths B0 03 38
            4.000 moths B0 03 00
            5.000 moths B0 03 7F
            CASE;
        yield 'pickup: meeting the value exactly is enough' => <<<'CASE'
            port strip in
            port desk in
            port moths out
            rule "m"
              from desk
              take cc
              mirror moths
            rule "r"
              from strip
              take cc
              send moths pickup
            --- in
            0 desk B0 07 40
            1 strip B0 07 10
            2 strip B0 07 3F
            3 strip B0 07 40
            4 strip B0 07 41
            5 strip B0 07 05
            --- out
            3.000 moths B0 07 40
            4.000 moths B0 07 41
            5.000 moths B0 07 05
            CASE;
        yield 'pickup: passing downwards' => <<<'CASE'
            port strip in
            port desk in
            port moths out
            rule "m"
              from desk
              take cc
              mirror moths
            rule "r"
              from strip
              take cc
              send moths pickup
            --- in
            0 desk B0 07 20
            1 strip B0 07 7F
            2 strip B0 07 30
            3 strip B0 07 1A
            --- out
            3.000 moths B0 07 1A
            CASE;
        yield 'pickup: each control and channel waits for its own value' => <<<'CASE'
            port strip in
            port desk in
            port moths out
            rule "m"
              from desk
              take cc
              mirror moths
            rule "r"
              from strip
              take cc
              send moths pickup
            --- in
            0 desk B0 07 40
            1 strip B1 07 10
            2 strip B0 08 10
            3 strip B0 07 10
            --- out
            1.000 moths B1 07 10
            2.000 moths B0 08 10
            CASE;
        yield 'pickup: a value sent by another rule lets the fader go' => <<<'CASE'
            port strip in
            port pads in
            port moths out
            rule "pad"
              from pads
              take note
              press
              post cc 7 value 100 to moths
            rule "r"
              from strip
              take cc 7
              send moths pickup
            --- in
            0 strip B0 07 20
            1 strip B0 07 21
            2 pads 90 3C 64
            3 strip B0 07 30
            4 strip B0 07 65
            --- out
            0.000 moths B0 07 20
            1.000 moths B0 07 21
            2.000 moths B0 07 64
            4.000 moths B0 07 65
            CASE;
        yield 'pickup: the desk telling the value that was sent changes nothing' => <<<'CASE'
            port strip in
            port desk in
            port moths out
            rule "m"
              from desk
              take cc
              mirror moths
            rule "r"
              from strip
              take cc
              send moths pickup
            --- in
            0 strip B0 07 20
            1 desk B0 07 20
            2 strip B0 07 40
            --- out
            0.000 moths B0 07 20
            2.000 moths B0 07 40
            CASE;
        yield 'pickup: two faders on one value, each must meet it' => <<<'CASE'
            port left in
            port right in
            port moths out
            rule "l"
              from left
              take cc 7
              send moths pickup
            rule "r"
              from right
              take cc 7
              send moths pickup
            --- in
            0 left B0 07 20
            1 right B0 07 60
            2 right B0 07 10
            3 left B0 07 30
            4 left B0 07 08
            --- out
            0.000 moths B0 07 20
            2.000 moths B0 07 10
            4.000 moths B0 07 08
            CASE;
        yield 'a change of scene lets the fader go' => <<<'CASE'
            port strip in
            port moths out
            scene "A"
            scene "B"
            always
            rule "g"
              take cc 1
              go next
            rule "r"
              take cc 7
              send moths scaled
            --- in
            0 strip B0 07 40
            1 strip B0 07 50
            2 strip B0 01 00
            3 strip B0 07 50
            4 strip B0 07 60
            --- out
            0.000 moths B0 07 40
            1.000 moths B0 07 50
            4.000 moths B0 07 60
            CASE;
        yield 'scaled: moves at once in proportion, and fader and value meet at the ends' => <<<'CASE'
            port strip in
            port desk in
            port moths out
            rule "m"
              from desk
              take cc
              mirror moths
            rule "r"
              from strip
              take cc
              send moths scaled
            --- in
            0 desk B0 07 64
            1 strip B0 07 14
            2 strip B0 07 28
            3 strip B0 07 3C
            4 strip B0 07 7F
            5 strip B0 07 00
            --- out
            2.000 moths B0 07 69
            3.000 moths B0 07 6E
            4.000 moths B0 07 7F
            5.000 moths B0 07 00
            CASE;
        yield 'scaled: kept exactly, so that small steps add up' => <<<'CASE'
            port strip in
            port desk in
            port moths out
            rule "m"
              from desk
              take cc
              mirror moths
            rule "r"
              from strip
              take cc
              send moths scaled
            --- in
            0 desk B0 07 78
            1 strip B0 07 00
            2 strip B0 07 01
            3 strip B0 07 02
            4 strip B0 07 03
            5 strip B0 07 12
            6 strip B0 07 13
            --- out
            2.000 moths B0 07 78
            3.000 moths B0 07 78
            4.000 moths B0 07 78
            5.000 moths B0 07 79
            6.000 moths B0 07 79
            CASE;
        yield 'scaled: down, then up again' => <<<'CASE'
            port strip in
            port desk in
            port moths out
            rule "m"
              from desk
              take cc
              mirror moths
            rule "r"
              from strip
              take cc
              send moths scaled
            --- in
            0 desk B0 07 1E
            1 strip B0 07 64
            2 strip B0 07 32
            3 strip B0 07 59
            --- out
            2.000 moths B0 07 0F
            3.000 moths B0 07 48
            CASE;
        yield 'an echo of what was sent in the last half second does not unlink a pickup' => <<<'CASE'
            port strip in
            port desk in
            port moths out
            rule "m"
              from desk
              take cc 7
              mirror moths
            rule "r"
              from strip
              take cc 7
              send moths pickup
            --- in
            0 strip B0 07 10
            20 strip B0 07 11
            40 strip B0 07 12
            60 desk B0 07 10
            80 desk B0 07 11
            100 strip B0 07 30
            700 desk B0 07 12
            720 strip B0 07 31
            740 strip B0 07 11
            --- out
            0.000 moths B0 07 10
            20.000 moths B0 07 11
            40.000 moths B0 07 12
            100.000 moths B0 07 30
            740.000 moths B0 07 11
            CASE;
        yield 'mirror takes the message as the steps before it made it' => <<<'CASE'
            port strip in
            port desk in
            port moths out
            rule "m"
              from desk
              take cc 20
              become cc 7 value value channel 3
              mirror moths
            rule "r"
              from strip
              take cc 7
              set channel = 3
              send moths pickup
            --- in
            0 desk B0 14 40
            1 strip B0 07 20
            2 strip B0 07 50
            --- out
            2.000 moths B2 07 50
            CASE;
        yield 'takeover in 14 bits' => <<<'CASE'
            port strip in
            port desk in
            port deep out
            rule "m"
              from desk
              take nrpn 5
              mirror deep
            rule "r"
              from strip
              take cc 1
              become nrpn 5 value value * 128
              send deep pickup
            --- in
            0 desk B0 63 00 B0 62 05 B0 06 20 B0 26 40
            1 strip B0 01 10
            2 strip B0 01 21
            --- out
            2.000 deep B0 63 00
            2.000 deep B0 62 05
            2.000 deep B0 06 21
            2.000 deep B0 26 00
            CASE;
        yield 'two scaled faders on one value: telling where one stands leaves the other at work' => <<<'CASE'
            port strip in
            port moths out
            rule "a"
              take cc 20
              send moths scaled
            rule "b"
              take cc 21
              set number = 20
              send moths scaled
            --- in
            0 strip B0 14 58
            1 strip B0 15 7C
            2 strip B0 14 68
            3 strip B0 15 3E
            --- out
            0.000 moths B0 14 58
            2.000 moths B0 14 68
            CASE;
    }

    /** However long a scaled fader is moved about, it stays near its value and meets it at the ends. */
    public function testAScaledFaderNeverStrays(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(7));
        $book = "port strip in\nport desk in\nport moths out\nrule \"m\"\n  from desk\n  take cc\n  mirror moths\nrule \"r\"\n  take cc\n  send moths scaled";
        $tape = "0 desk B0 07 40\n1 strip B0 07 20\n";
        $stands = 32;
        $present = 64.0;
        $expected = [];
        for ($i = 2; $i < 5_000; ++$i) {
            $to = $i < 4_990 ? $random->getInt(max(1, $stands - 20), min(126, $stands + 20)) : min(127, $stands + 20);
            $tape .= \sprintf("%d strip B0 07 %02X\n", $i, $to);
            $present = $to > $stands ? $present + ($to - $stands) * (127 - $present) / (127 - $stands) : ($to < $stands ? $present * $to / $stands : $present);
            $expected[] = abs($present - floor($present) - 0.5) < 1e-6 ? null : (int) round($present);
            $stands = $to;
        }
        $sent = array_map(static fn (string $line): int => (int) hexdec(substr($line, -2)), Play::tape($book, $tape));
        self::assertCount(\count($expected), $sent);
        foreach ($expected as $i => $value) {
            self::assertSame($value ?? $sent[$i], $sent[$i], "move {$i}");
        }
        self::assertSame(127, end($sent));
    }
}
