<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Engine;

use ZigzagPost\Tests\Core\TapeTestCase;

/** Time: `thin`, `deadband`, `delay`, `gate`. */
final class TimeTest extends TapeTestCase
{
    public static function cases(): iterable
    {
        yield 'a delayed note keeps its length' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take note
              delay 100ms
              send moths
            --- in
            0 keys 90 3C 64
            50 keys 80 3C 11
            --- out
            100.000 moths 90 3C 64
            150.000 moths 80 3C 11
            CASE;
        yield 'what a delayed pad makes is released later' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take note
              become cc 5 value velocity
              delay 30ms
              send moths
            --- in
            0 keys 90 3C 33
            10 keys 80 3C 00
            --- out
            30.000 moths B0 05 33
            40.000 moths B0 05 00
            CASE;
        yield 'the release of a delayed pad is worked out anew, once' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take note
              become cc 5 value 127 - velocity
              delay 30ms
              send moths
            --- in
            0 keys 90 3C 33
            5 keys 90 3C 43
            10 keys 80 3C 00
            --- out
            30.000 moths B0 05 4C
            35.000 moths B0 05 3C
            40.000 moths B0 05 7F
            CASE;
        yield 'a pad that is a controller while it is delayed, and a note again, ends with its key' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take note
              become cc 5 value velocity
              delay 30ms
              become note 61
              send moths
            --- in
            0 keys 90 3C 33
            10 keys 80 3C 00
            100 keys 90 3C 34
            160 keys 80 3C 00
            --- out
            30.000 moths 90 3D 33
            40.000 moths 80 3D 00
            130.000 moths 90 3D 34
            190.000 moths 80 3D 00
            CASE;
        yield 'a controller that becomes a note twice lets go of it' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take cc 20
              become note 60
              become pressure velocity
              become note 61
              send moths
            --- in
            0 keys B0 14 40
            10 keys B0 14 00
            --- out
            0.000 moths 90 3D 40
            10.000 moths 80 3D 40
            CASE;
        yield 'what is made of a gated note ends with its gate' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take cc 20
              become note 60
              gate 30ms
              become pressure velocity
              delay 20ms
              become note 61
              send moths
            --- in
            0 keys B0 14 40
            5 keys B0 14 00
            --- out
            20.000 moths 90 3D 40
            50.000 moths 80 3D 40
            CASE;
        yield 'a press held up twice and let go at once still ends after it began' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take cc 20
              press
              delay 40ms
              delay 15ms
              become note 60
              send moths
            --- in
            3 keys B0 14 40
            3 keys B0 14 00
            --- out
            58.000 moths 90 3C 40
            58.000 moths 80 3C 40
            CASE;
        yield 'due before the event at the same time' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take cc
              send moths
              delay 10ms
              set number = 9
              send moths
            --- in
            0 keys B0 01 01
            10 keys B0 02 02
            --- out
            0.000 moths B0 01 01
            10.000 moths B0 09 01
            10.000 moths B0 02 02
            20.000 moths B0 09 02
            CASE;
        yield 'a gate' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take note
              gate 50ms
              send moths
            --- in
            0 keys 90 3C 64
            10 keys 80 3C 40
            100 keys 90 3C 64
            120 keys 90 3C 50
            --- out
            0.000 moths 90 3C 64
            50.000 moths 80 3C 40
            100.000 moths 90 3C 64
            120.000 moths 80 3C 40
            120.000 moths 90 3C 50
            170.000 moths 80 3C 40
            CASE;
        yield 'thin lets the last value through' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take cc
              thin 20ms
              send moths
            --- in
            0 keys B0 01 01
            5 keys B0 01 02
            6 keys B0 02 07
            10 keys B0 01 03
            20 keys B0 01 04
            90 keys B0 01 05
            --- out
            0.000 moths B0 01 01
            6.000 moths B0 02 07
            20.000 moths B0 01 03
            40.000 moths B0 01 04
            90.000 moths B0 01 05
            CASE;
        yield 'a dead band lets ends through' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take cc
              deadband 5
              send moths
            --- in
            0 keys B0 01 10
            1 keys B0 01 12
            2 keys B0 01 15
            3 keys B0 01 7C
            4 keys B0 01 7F
            5 keys B0 01 7F
            6 keys B0 01 7C
            --- out
            0.000 moths B0 01 10
            2.000 moths B0 01 15
            3.000 moths B0 01 7C
            4.000 moths B0 01 7F
            CASE;
        yield 'a delay keeps the form of a release' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take note
              delay 10ms
              send moths
            --- in
            0 keys 90 3C 64
            5 keys 90 3C 00
            --- out
            10.000 moths 90 3C 64
            15.000 moths 90 3C 00
            CASE;
        yield 'two delays add up' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take cc 1
              delay 10ms
              send moths
              delay 0.5ms
              set value = 0
              send moths
            --- in
            1.250 keys B0 01 7F
            --- out
            11.250 moths B0 01 7F
            11.750 moths B0 01 00
            CASE;
        yield 'a note delayed past its release still ends after it began' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take note
              delay 1s
              send moths
            --- in
            0 keys 90 3C 64
            10 keys 80 3C 40
            20 keys 90 3C 65
            30 keys 80 3C 41
            --- out
            1000.000 moths 90 3C 64
            1010.000 moths 80 3C 40
            1020.000 moths 90 3C 65
            1030.000 moths 80 3C 41
            CASE;
        yield 'an echo of a note merges with the note: it ends with the last' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take note
              send moths
              delay 50ms
              send moths
            --- in
            0 keys 90 3C 64
            70 keys 80 3C 40
            --- out
            0.000 moths 90 3C 64
            50.000 moths 90 3C 64
            120.000 moths 80 3C 40
            CASE;
        yield 'things due at one time go out in the order they were made' => <<<'CASE'
            port keys in
            port moths out
            rule "a"
              copy cc 1
              delay 20ms
              send moths channel 1
            rule "b"
              take cc 1
              delay 10ms
              send moths channel 2
            --- in
            0 keys B0 01 01
            10 keys B0 01 02
            --- out
            10.000 moths B1 01 01
            20.000 moths B0 01 01
            20.000 moths B1 01 02
            30.000 moths B0 01 02
            CASE;
        yield 'a gate of a pad that becomes a note' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take cc 20 value 64..127
              become note C4 velocity 100
              gate 30ms
              send moths
            --- in
            0 keys B0 14 7F
            5 keys B0 14 00
            40 keys B0 14 7F
            --- out
            0.000 moths 90 3C 64
            30.000 moths 80 3C 40
            40.000 moths 90 3C 64
            70.000 moths 80 3C 40
            CASE;
        yield 'gates of two keys do not end each other' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take note
              gate 100ms
              send moths
            --- in
            0 keys 90 3C 64
            50 keys 90 3E 64
            --- out
            0.000 moths 90 3C 64
            50.000 moths 90 3E 64
            100.000 moths 80 3C 40
            150.000 moths 80 3E 40
            CASE;
        yield 'gates of two keys on one note: it ends with the last' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take note
              set key = 60
              gate 100ms
              send moths
            --- in
            0 keys 90 3C 64
            50 keys 90 3E 64
            --- out
            0.000 moths 90 3C 64
            50.000 moths 90 3C 64
            150.000 moths 80 3C 40
            CASE;
        yield 'each control is thinned by itself, and a quiet control is quiet' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take cc, bend
              thin 10ms
              send moths
            --- in
            0 keys B0 01 01 B1 01 02 E0 00 41
            4 keys B0 01 03 B1 01 04 E0 00 42
            6 keys B0 01 05
            --- out
            0.000 moths B0 01 01
            0.000 moths B1 01 02
            0.000 moths E0 00 41
            10.000 moths B0 01 05
            10.000 moths B1 01 04
            10.000 moths E0 00 42
            CASE;
        yield 'a value held back is sent with what it was when it came' => <<<'CASE'
            port keys in
            port moths out
            memory m = 1
            rule "m"
              take cc 9
              remember m = value
            rule "r"
              take cc 1
              set channel = m
              thin 10ms
              send moths
            --- in
            0 keys B0 01 01
            1 keys B0 01 02
            2 keys B0 09 05
            --- out
            0.000 moths B0 01 01
            10.000 moths B0 01 02
            CASE;
        yield 'a stream goes out once in the time, ever' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take pressure
              thin 10ms
              send moths
            --- in
            0 keys D0 01
            8 keys D0 02
            12 keys D0 03
            19 keys D0 04
            21 keys D0 05
            --- out
            0.000 moths D0 01
            10.000 moths D0 02
            20.000 moths D0 04
            30.000 moths D0 05
            CASE;
        yield 'a note passes thin as it is' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take note, cc
              thin 10ms
              send moths
            --- in
            0 keys 90 3C 64
            1 keys 80 3C 40
            2 keys 90 3C 64
            3 keys 80 3C 40
            --- out
            0.000 moths 90 3C 64
            1.000 moths 80 3C 40
            2.000 moths 90 3C 64
            3.000 moths 80 3C 40
            CASE;
        yield 'a dead band of bends reaches both ends' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take bend
              deadband 200
              send moths
            --- in
            0 keys E0 00 40
            1 keys E0 00 41
            2 keys E0 00 42
            3 keys E0 7F 7F
            4 keys E0 7E 7F
            5 keys E0 00 00
            --- out
            0.000 moths E0 00 40
            2.000 moths E0 00 42
            3.000 moths E0 7F 7F
            5.000 moths E0 00 00
            CASE;
        yield 'a dead band keeps count of each control' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take cc
              deadband 10
              send moths
            --- in
            0 keys B0 01 20
            1 keys B0 02 25
            2 keys B0 01 29
            3 keys B0 02 2F
            4 keys B0 01 16
            --- out
            0.000 moths B0 01 20
            1.000 moths B0 02 25
            3.000 moths B0 02 2F
            4.000 moths B0 01 16
            CASE;
        yield 'a dead band behind a scale counts what it has become' => <<<'CASE'
            port treadle in
            port brine out
            rule "a pedal that does not reach its ends"
              take cc 11
              scale value 3..124 to 0..127
              deadband 3
              send brine
            --- in
            0 treadle B0 0B 03
            1 treadle B0 0B 05
            2 treadle B0 0B 06
            3 treadle B0 0B 7A
            4 treadle B0 0B 7C
            5 treadle B0 0B 7F
            --- out
            0.000 brine B0 0B 00
            2.000 brine B0 0B 03
            3.000 brine B0 0B 7D
            4.000 brine B0 0B 7F
            CASE;
        yield 'clock is never held up by what is thinned or delayed' => <<<'CASE'
            port keys in
            port moths out
            rule "c"
              take clock
              send moths
            rule "r"
              take cc
              delay 10ms
              send moths
            --- in
            0 keys B0 01 F8 05
            10 keys F8
            --- out
            0.000 moths F8
            10.000 moths B0 01 05
            10.000 moths F8
            CASE;
    }
}
