<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Engine;

use ZigzagPost\Tests\Core\TapeTestCase;

/** Scenes: which rules are in force, what is sent on entering and leaving, and what goes on over a change. */
final class ScenesTest extends TapeTestCase
{
    public static function cases(): iterable
    {
        yield 'presets, and a note held over the change' => <<<'CASE'
            port keys in
            port moths out
            rule "go"
              take cc 80
              press
              go next
            rule "to"
              take cc 81
              go value
            rule "named"
              take cc 82
              go "Sea"
            scene "Harbour"
              on enter post program 3 to moths
              on leave post cc 1 value 9 to moths
            rule "h"
              take note
              send moths
            scene "Sea"
              on enter post program 4 to moths
            rule "s"
              take note
              set key = 72
              set velocity = scene
              send moths
            --- in
            0 keys 90 3C 64
            1 keys B0 50 7F
            2 keys 80 3C 40
            3 keys 90 3C 64
            4 keys 80 3C 40
            --- out
            0.000 moths C0 03
            0.000 moths 90 3C 64
            1.000 moths B0 01 09
            1.000 moths C0 04
            2.000 moths 80 3C 40
            3.000 moths 90 48 02
            4.000 moths 80 48 40
            CASE;
        yield 'out of range does nothing' => <<<'CASE'
            port keys in
            port moths out
            rule "go"
              take cc 80
              press
              go next
            rule "to"
              take cc 81
              go value
            rule "named"
              take cc 82
              go "Sea"
            scene "Harbour"
              on enter post program 3 to moths
              on leave post cc 1 value 9 to moths
            rule "h"
              take note
              send moths
            scene "Sea"
              on enter post program 4 to moths
            rule "s"
              take note
              set key = 72
              set velocity = scene
              send moths
            --- in
            0 keys B0 51 03
            1 keys B0 51 00
            2 keys B0 50 7F
            3 keys B0 50 7F
            --- out
            0.000 moths C0 03
            2.000 moths B0 01 09
            2.000 moths C0 04
            CASE;
        yield 'by name' => <<<'CASE'
            port keys in
            port moths out
            rule "go"
              take cc 80
              press
              go next
            rule "to"
              take cc 81
              go value
            rule "named"
              take cc 82
              go "Sea"
            scene "Harbour"
              on enter post program 3 to moths
              on leave post cc 1 value 9 to moths
            rule "h"
              take note
              send moths
            scene "Sea"
              on enter post program 4 to moths
            rule "s"
              take note
              set key = 72
              set velocity = scene
              send moths
            --- in
            0 keys B0 52 00
            --- out
            0.000 moths C0 03
            0.000 moths B0 01 09
            0.000 moths C0 04
            CASE;
        yield 'rules under a heading are in force there only, in the order of the text' => <<<'CASE'
            port keys in
            port moths out
            scene "Harbour"
            rule "h"
              take cc 1
              send moths channel 1
            scene "Sea"
            rule "s"
              take cc 1
              send moths channel 2
            always
            rule "go"
              take program
              go program + 1
            rule "rest"
              take cc
              send moths channel 3
            --- in
            0 keys B0 01 05
            1 keys C0 01
            2 keys B0 01 05
            3 keys B0 02 05
            --- out
            0.000 moths B0 01 05
            2.000 moths B1 01 05
            3.000 moths B2 02 05
            CASE;
        yield 'a rule above all headings comes before those of the scene' => <<<'CASE'
            port keys in
            port moths out
            rule "first"
              take note key 60
              send moths channel 9
            scene "Harbour"
            rule "h"
              take note
              send moths channel 1
            --- in
            0 keys 90 3C 64
            1 keys 90 3D 64
            --- out
            0.000 moths 98 3C 64
            1.000 moths 90 3D 64
            CASE;
        yield 'previous, and the ends of the list' => <<<'CASE'
            port keys in
            port moths out
            scene "A"
              on enter post song 1 to moths
            scene "B"
              on enter post song 2 to moths
            scene "C"
              on enter post song 3 to moths
            always
            rule "n"
              take cc 1
              press
              go next
            rule "p"
              take cc 2
              press
              go previous
            --- in
            0 keys B0 02 7F
            1 keys B0 01 7F
            2 keys B0 01 7F
            3 keys B0 01 7F
            4 keys B0 02 7F
            --- out
            0.000 moths F3 01
            1.000 moths F3 02
            2.000 moths F3 03
            4.000 moths F3 02
            CASE;
        yield 'leaving comes before entering, and sees the old scene' => <<<'CASE'
            port keys in
            port moths out
            scene "A"
              on leave post cc 10 value scene to moths
            scene "B"
              on enter post cc 11 value scene to moths
            always
            rule "g"
              take cc 1
              go "B"
              post cc 12 value scene to moths
            --- in
            0 keys B0 01 00
            --- out
            0.000 moths B0 0A 01
            0.000 moths B0 0B 02
            0.000 moths B0 0C 02
            CASE;
        yield 'entering stores memories and starts clocks' => <<<'CASE'
            port keys in
            port moths out
            memory octave = 0
            clock lead
              tempo 60
              send moths
            scene "A"
            scene "B"
              on enter remember octave = 2
              on enter start lead
              on leave stop lead
            always
            rule "g"
              take cc 1
              go value
            rule "n"
              take note
              set key = key + 12 * octave
              send moths
            --- in
            0 keys 90 3C 64
            1 keys B0 01 02
            2 keys 80 3C 40
            3 keys 90 3C 64
            45 keys B0 01 01
            --- out
            0.000 moths 90 3C 64
            1.000 moths FA
            1.000 moths F8
            2.000 moths 80 3C 40
            3.000 moths 90 54 64
            42.667 moths F8
            45.000 moths FC
            CASE;
        yield 'a pad held as a controller over a scene change is let go where it was held' => <<<'CASE'
            port keys in
            port moths out
            scene "A"
            rule "a"
              take note
              become cc 20 value velocity
              send moths channel 1
            scene "B"
            rule "b"
              take note
              become cc 21 value velocity
              send moths channel 2
            always
            rule "g"
              take cc 1
              go next
            --- in
            0 keys 90 3C 64
            1 keys B0 01 00
            2 keys 80 3C 40
            3 keys 90 3C 64
            4 keys 80 3C 40
            --- out
            0.000 moths B0 14 64
            2.000 moths B0 14 00
            3.000 moths B1 15 64
            4.000 moths B1 15 00
            CASE;
        yield 'the message that changes the scene goes on by the rules below, as they stood' => <<<'CASE'
            port keys in
            port moths out
            rule "g"
              copy cc 1
              go next
            scene "A"
            rule "a"
              take cc
              send moths channel 1
            scene "B"
            rule "b"
              take cc
              send moths channel 2
            --- in
            0 keys B0 01 00
            1 keys B0 01 00
            --- out
            0.000 moths B0 01 00
            1.000 moths B1 01 00
            CASE;
        yield 'a delayed message of the old scene still arrives' => <<<'CASE'
            port keys in
            port moths out
            scene "A"
            rule "a"
              take note
              delay 20ms
              send moths
            scene "B"
            always
            rule "g"
              take cc 1
              go next
            --- in
            0 keys 90 3C 64
            5 keys B0 01 00
            10 keys 80 3C 40
            --- out
            20.000 moths 90 3C 64
            30.000 moths 80 3C 40
            CASE;
        yield 'programs with banks for each device when a scene begins' => <<<'CASE'
            programs from 1
            port keys in
            port drive out
            port room out
            scene "A"
              on enter post program 1 bank 0 channel 7 to drive
              on enter post program 128 channel 8 to room
            --- in
            0 keys F8
            --- out
            0.000 drive B6 00 00
            0.000 drive B6 20 00
            0.000 drive C6 00
            0.000 room C7 7F
            CASE;
    }
}
