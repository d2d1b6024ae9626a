<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Engine;

use ZigzagPost\Tests\Core\Play;
use ZigzagPost\Tests\Core\TapeTestCase;

/** Clocks made here, felt, followed, divided and multiplied. */
final class ClocksTest extends TapeTestCase
{
    public static function cases(): iterable
    {
        yield 'start, ticks and stop' => <<<'CASE'
            port keys in
            port treadle out
            port ticker out pulse
            port echo out
            clock lead
              tempo 120
              send treadle
              pulse 24 per beat to ticker
              taps 2 of cc 30 value 127 channel 5 to echo
            rule "s"
              take cc 1
              press
              start lead
            rule "x"
              take cc 2
              stop lead
            rule "t"
              take cc 3
              press
              tap lead
            rule "te"
              take cc 4
              tempo lead = value * 10
            --- in
            0 keys B0 01 7F
            45 keys B0 02 00
            99 keys B0 09 00
            --- out
            0.000 treadle FA
            0.000 treadle F8
            0.000 ticker pulse 5
            20.833 treadle F8
            20.833 ticker pulse 5
            41.667 treadle F8
            41.667 ticker pulse 5
            45.000 treadle FC
            CASE;
        yield 'a tempo change counts anew and is told by taps' => <<<'CASE'
            port keys in
            port treadle out
            port ticker out pulse
            port echo out
            clock lead
              tempo 120
              send treadle
              pulse 24 per beat to ticker
              taps 2 of cc 30 value 127 channel 5 to echo
            rule "s"
              take cc 1
              press
              start lead
            rule "x"
              take cc 2
              stop lead
            rule "t"
              take cc 3
              press
              tap lead
            rule "te"
              take cc 4
              tempo lead = value * 10
            --- in
            0 keys B0 01 7F
            30 keys B0 04 0F
            50 keys B0 02 00
            --- out
            0.000 treadle FA
            0.000 treadle F8
            0.000 ticker pulse 5
            20.833 treadle F8
            20.833 ticker pulse 5
            30.000 echo B4 1E 7F
            46.667 treadle F8
            46.667 ticker pulse 5
            50.000 treadle FC
            430.000 echo B4 1E 7F
            CASE;
        yield 'tapped tempo' => <<<'CASE'
            port keys in
            port treadle out
            port ticker out pulse
            port echo out
            clock lead
              tempo 120
              send treadle
              pulse 24 per beat to ticker
              taps 2 of cc 30 value 127 channel 5 to echo
            rule "s"
              take cc 1
              press
              start lead
            rule "x"
              take cc 2
              stop lead
            rule "t"
              take cc 3
              press
              tap lead
            rule "te"
              take cc 4
              tempo lead = value * 10
            --- in
            0 keys B0 03 7F
            400 keys B0 03 7F
            800 keys B0 03 7F
            --- out
            400.000 echo B4 1E 7F
            800.000 echo B4 1E 7F
            CASE;
        yield 'a tap far from the mean begins anew' => <<<'CASE'
            port keys in
            port treadle out
            port ticker out pulse
            port echo out
            clock lead
              tempo 120
              send treadle
              pulse 24 per beat to ticker
              taps 2 of cc 30 value 127 channel 5 to echo
            rule "s"
              take cc 1
              press
              start lead
            rule "x"
              take cc 2
              stop lead
            rule "t"
              take cc 3
              press
              tap lead
            rule "te"
              take cc 4
              tempo lead = value * 10
            --- in
            0 keys B0 03 7F
            500 keys B0 03 7F
            800 keys B0 03 7F
            3000 keys B0 03 7F
            --- out
            800.000 echo B4 1E 7F
            1100.000 echo B4 1E 7F
            CASE;
        yield 'divided' => <<<'CASE'
            port keys in
            port moths out
            rule "d"
              take clock, start
              divide 2
              send moths
            --- in
            0 keys F8
            1 keys F8
            2 keys F8
            3 keys FA
            3 keys F8
            4 keys F8
            --- out
            0.000 moths F8
            2.000 moths F8
            3.000 moths FA
            3.000 moths F8
            CASE;
        yield 'multiplied' => <<<'CASE'
            port keys in
            port moths out
            rule "d"
              take clock
              multiply 3
              send moths
            --- in
            0 keys F8
            10 keys F8
            20 keys F8
            --- out
            0.000 moths F8
            10.000 moths F8
            13.333 moths F8
            16.667 moths F8
            20.000 moths F8
            23.333 moths F8
            26.667 moths F8
            CASE;
        yield 'followed' => <<<'CASE'
            port keys in
            port moths out
            clock lead
              send moths
            rule "d"
              take clock, start, stop
              follow lead
            --- in
            0 keys FA
            20 keys F8
            40 keys F8
            60 keys FC
            --- out
            0.000 moths FA
            0.000 moths F8
            20.833 moths F8
            40.000 moths F8
            60.000 moths F8
            60.000 moths FC
            CASE;
        yield 'a posted pulse' => <<<'CASE'
            port keys in
            port ticker out pulse
            rule "d"
              take note
              post pulse 2.5ms to ticker
            --- in
            0 keys 90 3C 64
            --- out
            0.000 ticker pulse 2.5
            CASE;
        yield 'tapped tempo drives taps and pulses' => <<<'CASE'
            port treadle in
            port echo out
            port ticker out pulse
            clock lead
              tempo 120
              pulse 2 per beat to ticker
              taps 3 of cc 30 value 127 channel 5 to echo
            rule "go"
              take cc 1
              press
              start lead
            rule "tap"
              take cc 2
              press
              tap lead
            rule "stop"
              take cc 3
              press
              stop lead
            --- in
            0 treadle B0 01 7F
            100 treadle B0 02 7F
            500 treadle B0 02 7F
            900 treadle B0 02 7F
            1000 treadle B0 03 7F
            --- out
            0.000 ticker pulse 5
            250.000 ticker pulse 5
            500.000 ticker pulse 5
            500.000 echo B4 1E 7F
            700.000 ticker pulse 5
            900.000 echo B4 1E 7F
            900.000 ticker pulse 5
            1300.000 echo B4 1E 7F
            CASE;
        yield 'the mean of the last four intervals' => <<<'CASE'
            port treadle in
            port echo out
            clock lead
              taps 2 of cc 30 value 127 to echo
            rule "tap"
              take cc 2
              press
              tap lead
            --- in
            0 treadle B0 02 7F
            400 treadle B0 02 7F
            800 treadle B0 02 7F
            1200 treadle B0 02 7F
            1600 treadle B0 02 7F
            2020 treadle B0 02 7F
            --- out
            400.000 echo B0 1E 7F
            800.000 echo B0 1E 7F
            2020.000 echo B0 1E 7F
            2425.000 echo B0 1E 7F
            CASE;
        yield 'an interval of over two seconds begins anew, one of two does not' => <<<'CASE'
            port treadle in
            port echo out
            clock lead
              taps 2 of cc 30 value 127 to echo
            rule "tap"
              take cc 2
              press
              tap lead
            --- in
            0 treadle B0 02 7F
            400 treadle B0 02 7F
            2500 treadle B0 02 7F
            3000 treadle B0 02 7F
            6000 treadle B0 02 7F
            8000 treadle B0 02 7F
            --- out
            400.000 echo B0 1E 7F
            800.000 echo B0 1E 7F
            3000.000 echo B0 1E 7F
            3500.000 echo B0 1E 7F
            8000.000 echo B0 1E 7F
            10000.000 echo B0 1E 7F
            CASE;
        yield 'exactly a quarter off counts, more begins anew with that interval' => <<<'CASE'
            port treadle in
            port echo out
            clock lead
              taps 2 of cc 30 value 127 to echo
            rule "tap"
              take cc 2
              press
              tap lead
            --- in
            0 treadle B0 02 7F
            400 treadle B0 02 7F
            900 treadle B0 02 7F
            1463 treadle B0 02 7F
            --- out
            400.000 echo B0 1E 7F
            800.000 echo B0 1E 7F
            900.000 echo B0 1E 7F
            1350.000 echo B0 1E 7F
            1463.000 echo B0 1E 7F
            2026.000 echo B0 1E 7F
            CASE;
        yield 'tempos end at 20 and 400' => <<<'CASE'
            port treadle in
            port echo out
            clock lead
              taps 2 of cc 30 value 127 to echo
            rule "tempo"
              take cc 4
              tempo lead = value * 10
            --- in
            0 treadle B0 04 7F
            1000 treadle B0 04 00
            --- out
            0.000 echo B0 1E 7F
            150.000 echo B0 1E 7F
            1000.000 echo B0 1E 7F
            4000.000 echo B0 1E 7F
            CASE;
        yield 'a tempo with decimals falls on exact multiples' => <<<'CASE'
            port keys in
            port moths out
            clock lead
              tempo 130.5
              send moths
            rule "s"
              take start, stop
              send moths
              start lead
            rule "e"
              take song
              stop lead
            --- in
            0 keys FA
            80 keys F3 00
            --- out
            0.000 moths FA
            0.000 moths FA
            0.000 moths F8
            19.157 moths F8
            38.314 moths F8
            57.471 moths F8
            76.628 moths F8
            80.000 moths FC
            CASE;
        yield 'the same tempo again changes nothing' => <<<'CASE'
            port keys in
            port moths out
            port echo out
            clock lead
              tempo 125
              send moths
              taps 1 of cc 1 value 1 to echo
            rule "s"
              take start
              start lead
            rule "t"
              take cc
              tempo lead = value
            rule "e"
              take stop
              stop lead
            --- in
            0 keys FA
            10 keys B0 01 7D
            45 keys FC
            --- out
            0.000 moths FA
            0.000 moths F8
            20.000 moths F8
            40.000 moths F8
            45.000 moths FC
            CASE;
        yield 'a tempo that changes all the time does not stop the clock' => <<<'CASE'
            port keys in
            port moths out
            clock lead
              tempo 100
              send moths
            rule "s"
              take start
              start lead
            rule "t"
              take cc
              tempo lead = value
            rule "e"
              take stop
              stop lead
            --- in
            0 keys FA
            10 keys B0 01 7D
            20 keys B0 01 64
            30 keys B0 01 7D
            40 keys B0 01 64
            50 keys B0 01 7D
            55 keys FC
            --- out
            0.000 moths FA
            0.000 moths F8
            30.000 moths F8
            55.000 moths FC
            CASE;
        yield 'a clock that stands does not stop twice, and starts anew' => <<<'CASE'
            port keys in
            port moths out
            clock lead
              tempo 125
              send moths
            rule "s"
              take start
              start lead
            rule "e"
              take stop
              stop lead
            --- in
            0 keys FC
            10 keys FA
            15 keys FC
            16 keys FC
            20 keys FA
            30 keys FA
            40 keys FC
            --- out
            10.000 moths FA
            10.000 moths F8
            15.000 moths FC
            20.000 moths FA
            20.000 moths F8
            30.000 moths FA
            30.000 moths F8
            40.000 moths FC
            CASE;
        yield 'two clocks, each with its own time' => <<<'CASE'
            port keys in
            port moths out
            port gulls out
            clock one
              tempo 125
              send moths
            clock two
              tempo 250
              send gulls
            rule "s"
              take start
              start one
              start two
            rule "e"
              take stop
              stop one
              stop two
            --- in
            0 keys FA
            25 keys FC
            --- out
            0.000 moths FA
            0.000 moths F8
            0.000 gulls FA
            0.000 gulls F8
            10.000 gulls F8
            20.000 moths F8
            20.000 gulls F8
            25.000 moths FC
            25.000 gulls FC
            CASE;
        yield 'a followed clock keeps step with one that is slower' => <<<'CASE'
            port sequencer in
            port moths out
            clock lead
              tempo 150
              send moths
            rule "f"
              take clock, start, stop
              follow lead
            --- in
            0 sequencer FA
            0 sequencer F8
            20 sequencer F8
            40 sequencer F8
            60 sequencer F8
            70 sequencer FC
            --- out
            0.000 moths FA
            0.000 moths F8
            16.667 moths F8
            40.000 moths F8
            60.000 moths F8
            70.000 moths FC
            CASE;
        yield 'a followed clock that jitters loses no tick, and its pulses stay on the beat' => <<<'CASE'
            port sequencer in
            port moths out
            port ticker out pulse
            clock lead
              tempo 125
              send moths
              pulse 12 per beat to ticker
            rule "f"
              take clock, start, stop
              follow lead
            --- in
            0 sequencer FA
            0 sequencer F8
            20.100 sequencer F8
            39.900 sequencer F8
            60.100 sequencer F8
            79.900 sequencer F8
            90 sequencer FC
            --- out
            0.000 moths FA
            0.000 moths F8
            0.000 ticker pulse 5
            20.000 moths F8
            39.900 moths F8
            39.900 ticker pulse 5
            59.850 moths F8
            79.900 moths F8
            79.900 ticker pulse 5
            90.000 moths FC
            CASE;
        yield 'a followed clock goes on with continue' => <<<'CASE'
            port sequencer in
            port moths out
            clock lead
              tempo 125
              send moths
            rule "f"
              take clock, start, stop, continue
              follow lead
            --- in
            0 sequencer FB
            20 sequencer F8
            30 sequencer FC
            --- out
            0.000 moths FB
            0.000 moths F8
            20.000 moths F8
            30.000 moths FC
            CASE;
        yield 'following feels no tempo beyond the range of tempos' => <<<'CASE'
            port sequencer in
            port echo out
            clock lead
              taps 2 of cc 30 value 127 to echo
            rule "f"
              take clock
              follow lead
            --- in
            0 sequencer F8
            2 sequencer F8
            --- out
            2.000 echo B0 1E 7F
            152.000 echo B0 1E 7F
            CASE;
        yield 'divided by 24, a clock is a beat' => <<<'CASE'
            port sequencer in
            port echo out
            rule "d"
              take clock
              divide 3
              become cc 30 value 127
              send echo
            --- in
            0 sequencer F8
            10 sequencer F8
            20 sequencer F8
            30 sequencer F8
            40 sequencer F8
            50 sequencer F8
            60 sequencer F8
            --- out
            0.000 echo B0 1E 7F
            30.000 echo B0 1E 7F
            60.000 echo B0 1E 7F
            CASE;
        yield 'doubled clock keeps up with the last interval, and transport passes' => <<<'CASE'
            port sequencer in
            port echo out
            rule "m"
              take clock, start, stop
              multiply 2
              send echo
            --- in
            0 sequencer FA
            0 sequencer F8
            20 sequencer F8
            30 sequencer F8
            40 sequencer FC
            --- out
            0.000 echo FA
            0.000 echo F8
            20.000 echo F8
            30.000 echo F8
            30.000 echo F8
            35.000 echo F8
            40.000 echo FC
            CASE;
        yield 'pulses divide beats as they are asked to' => <<<'CASE'
            port keys in
            port ticker out pulse
            port drum out pulse
            clock lead
              tempo 100
              pulse 1 per beat to ticker
              pulse 3 per beat to drum, ticker
            rule "s"
              take start
              start lead
            rule "e"
              take stop
              stop lead
            --- in
            0 keys FA
            610 keys FC
            --- out
            0.000 ticker pulse 5
            0.000 drum pulse 5
            0.000 ticker pulse 5
            200.000 drum pulse 5
            200.000 ticker pulse 5
            400.000 drum pulse 5
            400.000 ticker pulse 5
            600.000 ticker pulse 5
            600.000 drum pulse 5
            600.000 ticker pulse 5
            CASE;
        yield 'taps of any message, notes among them' => <<<'CASE'
            port keys in
            port echo out
            clock lead
              taps 2 of note 36 velocity 100 channel 10 to echo
            rule "t"
              take cc
              tempo lead = value
            --- in
            0 keys B0 01 64
            --- out
            0.000 echo 99 24 64
            50.000 echo 89 24 40
            600.000 echo 99 24 64
            650.000 echo 89 24 40
            CASE;
    }

    public function testClocksGoOnUntilTheTimeNamedOnly(): void
    {
        $book = "port keys in\nport moths out\nclock lead\n  send moths\nrule \"s\"\n  take start\n  start lead\n";
        self::assertCount(26, Play::tape($book, '0 keys FA', 500_000), 'a start, and the ticks of one beat and the first of the next');
    }
}
