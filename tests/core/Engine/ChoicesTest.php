<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Engine;

use ZigzagPost\Tests\Core\TapeTestCase;

/** Groups of controls, of which one is chosen; and the place of a message in the list that asked for it. */
final class ChoicesTest extends TapeTestCase
{
    public static function cases(): iterable
    {
        yield 'a press chooses before the rules see it' => <<<'CASE'
            port board in
            port moths out
            group songs of board cc 20..23 channel 2
            rule "r"
              take cc 20..23 channel 1..2
              become program songs
              send moths
            --- in
            0 board B1 15 7F
            1 board B1 15 00
            2 board B0 17 7F
            3 board B1 17 40
            --- out
            0.000 moths C1 02
            1.000 moths C1 02
            2.000 moths C0 02
            3.000 moths C1 04
            CASE;
        yield 'or none, and only presses count' => <<<'CASE'
            port board in
            port moths out
            group layers of board note key 36,38,40 or none
            rule "ask"
              take cc
              become program layers
              send moths
            --- in
            0 board 90 26 40
            1 board B0 01 00
            2 board 90 26 50
            3 board B0 01 00
            4 board 80 26 40
            5 board 90 26 50
            6 board B0 01 00
            7 board 90 28 50
            8 board B0 01 00
            --- out
            1.000 moths C0 02
            3.000 moths C0 02
            6.000 moths C0 00
            8.000 moths C0 03
            CASE;
        yield 'where rules want gestures, the short one chooses, asked for or not' => <<<'CASE'
            port board in
            port moths out
            group songs of board cc 20..23
            rule "held"
              take cc 20..21 held 100ms
              become program 100 + songs
              send moths
            rule "ask"
              take cc 99
              become program songs
              send moths
            --- in
            0 board B0 15 7F
            10 board B0 63 7F
            20 board B0 15 00
            30 board B0 63 7F
            40 board B0 14 7F
            200 board B0 14 00
            210 board B0 63 7F
            --- out
            10.000 moths C0 00
            30.000 moths C0 02
            140.000 moths C0 66
            210.000 moths C0 02
            CASE;
        yield 'choose, out of range, and none' => <<<'CASE'
            port board in
            port moths out
            group songs of board cc 20..23
            rule "choose"
              take cc 1
              choose songs value
              become program songs
              send moths
            --- in
            0 board B0 01 04
            1 board B0 01 05
            2 board B0 01 00
            --- out
            0.000 moths C0 04
            1.000 moths C0 04
            2.000 moths C0 00
            CASE;
        yield 'index: the place in the list that matched first' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take cc 9, 5..7, 6, program 3..4 channel 1
              take cc 10..20, note key C4,40..44
              become bend index
              send moths
            --- in
            0 keys B0 09 00
            1 keys B0 06 00
            2 keys B0 0C 00
            3 keys C0 04
            4 keys B1 06 00
            5 keys 90 2A 40
            6 keys 80 2A 40
            7 keys 90 3C 40
            --- out
            0.000 moths E0 01 40
            1.000 moths E0 03 40
            2.000 moths E0 03 40
            3.000 moths E0 02 40
            5.000 moths E0 04 40
            6.000 moths E0 04 40
            7.000 moths E0 01 40
            CASE;
        yield 'index goes along with a delay, a held value and a release' => <<<'CASE'
            port keys in
            port moths out
            rule "later"
              take cc 20..29
              become cc 1 value value
              delay 10ms
              set value = index
              send moths
            rule "thinned"
              take cc 30,32,34
              set number = 40 + index
              thin 20ms
              set value = index * 10
              send moths
            rule "pads"
              take note key 60..62
              become cc 64 value velocity
              set number = 70 + index
              send moths
            --- in
            0 keys B0 16 7F
            1 keys B0 22 00
            2 keys B0 22 01
            3 keys 90 3D 40
            4 keys 80 3D 40
            --- out
            1.000 moths B0 2B 1E
            3.000 moths B0 48 40
            4.000 moths B0 48 00
            10.000 moths B0 01 03
            21.000 moths B0 2B 1E
            CASE;
        yield 'index of a message without a list is rejected, and a memory hides it' => <<<'CASE'
            port keys in
            port moths out
            memory index = 7
            rule "r"
              take cc
              set value = index
              send moths
            --- in
            0 keys B0 16 7F
            --- out
            0.000 moths B0 16 07
            CASE;
    }
}
