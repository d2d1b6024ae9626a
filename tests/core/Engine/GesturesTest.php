<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Engine;

use ZigzagPost\Tests\Core\TapeTestCase;

/** Short, held and double presses. */
final class GesturesTest extends TapeTestCase
{
    private const ALL = <<<'BOOK'
        port board in
        port moths out
        rule "short"
          take cc 20..23 short
          become program index
          send moths
        rule "held"
          take cc 20 held 600ms
          become program 100
          send moths
        rule "twice"
          take cc 20 twice 300ms
          become program 101
          send moths

        BOOK;

    public static function cases(): iterable
    {
        yield 'short comes when no second press can follow, or at the release' => self::ALL.<<<'CASE'
            --- in
            0 board B0 14 7F
            100 board B0 14 00
            1000 board B0 14 40
            1500 board B0 14 3F
            2000 board B0 15 7F
            2400 board B0 15 00
            --- out
            300.000 moths C0 01
            1500.000 moths C0 01
            2400.000 moths C0 02
            CASE;
        yield 'held comes once, its release is swallowed' => self::ALL.<<<'CASE'
            --- in
            0 board B0 14 7F
            650 board B0 14 7E
            2000 board B0 14 00
            2100 board B0 14 7F
            2700 board B0 14 00
            --- out
            600.000 moths C0 64
            2700.000 moths C0 64
            CASE;
        yield 'twice comes at the second press, and the next press is a new one' => self::ALL.<<<'CASE'
            --- in
            0 board B0 14 7F
            50 board B0 14 00
            299.999 board B0 14 7F
            2000 board B0 14 00
            2100 board B0 14 7F
            2150 board B0 14 00
            2400 board B0 14 7F
            2401 board B0 14 00
            --- out
            299.999 moths C0 65
            2400.000 moths C0 01
            2700.000 moths C0 01
            CASE;
        yield 'a press while the control is down, and a release while it is up, do nothing' => self::ALL.<<<'CASE'
            --- in
            0 board B0 15 00
            10 board B0 15 7F
            20 board B0 15 60
            30 board B0 15 00
            40 board B0 15 00
            --- out
            30.000 moths C0 02
            CASE;
        yield 'controls are told apart by channel and number' => self::ALL.<<<'CASE'
            --- in
            0 board B0 16 7F
            10 board B1 16 7F
            20 board B1 16 00
            30 board B0 17 7F
            40 board B0 16 00
            50 board B0 17 00
            --- out
            20.000 moths C1 03
            40.000 moths C0 03
            50.000 moths C0 04
            CASE;
        yield 'rules above see the messages themselves, rules below do not' => <<<'CASE'
            port board in
            port moths out
            rule "above"
              copy cc 20 value 100..127
              become cc 1 value value
              send moths
            rule "takes"
              take cc 20 value 64..70
              become cc 2 value value
              send moths
            rule "short"
              take cc 20 short
              become cc 3 value value
              send moths
            rule "below"
              take cc
              send moths
            --- in
            0 board B0 14 7F
            10 board B0 14 00
            20 board B0 14 42
            30 board B0 14 00
            40 board B0 15 00
            --- out
            0.000 moths B0 01 7F
            10.000 moths B0 03 7F
            20.000 moths B0 02 42
            40.000 moths B0 15 00
            CASE;
        yield 'conditions are asked at the press' => <<<'CASE'
            port pads in
            port moths out
            memory m = 0
            rule "store"
              take cc 1
              remember m = value
            rule "soft"
              take note short key 60..62 velocity 1..63 where m = 0
              become cc 5 value velocity
              send moths
            rule "other"
              take note short key 60..62
              become cc 6 value velocity
              send moths
            --- in
            0 pads 90 3D 20
            10 pads B0 01 05
            20 pads 80 3D 40
            30 pads 90 3D 20
            40 pads 90 3D 00
            --- out
            20.000 moths B0 05 20
            40.000 moths B0 06 20
            CASE;
        yield 'a change of scene ends what has not happened, and swallows the release' => <<<'CASE'
            port board in
            port moths out
            rule "go"
              take cc 99
              go next
            scene "A"
            rule "held"
              take cc 20 held 100ms
              become program 1
              send moths
            scene "B"
            rule "plain"
              take cc 20
              send moths
            --- in
            0 board B0 14 7F
            50 board B0 63 7F
            200 board B0 14 00
            210 board B0 14 7F
            220 board B0 14 00
            --- out
            210.000 moths B0 14 7F
            220.000 moths B0 14 00
            CASE;
        yield 'a gesture that changes the scene swallows its release there' => <<<'CASE'
            port board in
            port moths out
            scene "A"
            rule "held"
              take cc 20 held 100ms
              go next
            scene "B"
            rule "plain"
              take cc 20
              send moths
            --- in
            0 board B0 14 7F
            200 board B0 14 00
            210 board B0 14 00
            --- out
            210.000 moths B0 14 00
            CASE;
        yield 'a panic ends them' => <<<'CASE'
            port board in
            port moths out
            rule "stop"
              take cc 99
              panic
            rule "short"
              take cc 20 short
              become program 1
              send moths
            rule "twice"
              take cc 20 twice 100ms
              become program 2
              send moths
            --- in
            0 board B0 14 7F
            10 board B0 14 00
            20 board B0 63 7F
            30 board B0 14 7F
            35 board B0 63 7F
            40 board B0 14 00
            200 board B0 14 7F
            210 board B0 14 00
            --- out
            300.000 moths C0 01
            CASE;
        yield 'steps that wait, toggle and post' => <<<'CASE'
            port board in
            port moths out
            rule "short"
              take cc 20 short
              toggle 3 9
              delay 5ms
              post note 60 + index for 10ms to moths
              send moths
            --- in
            0 board B0 14 7F
            1 board B0 14 00
            100 board B0 14 7F
            101 board B0 14 00
            --- out
            6.000 moths 90 3D 40
            6.000 moths B0 14 09
            16.000 moths 80 3D 40
            106.000 moths 90 3D 40
            106.000 moths B0 14 03
            116.000 moths 80 3D 40
            CASE;
    }
}
