<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Engine;

use ZigzagPost\Tests\Core\TapeTestCase;

/** A note-off goes where its note-on went; merging, latches, panic. */
final class NotesTest extends TapeTestCase
{
    public static function cases(): iterable
    {
        yield 'a note made below press ends when its control is let go' => <<<'CASE'
            port treadle in
            port moths out
            rule "p"
              take cc 80
              press
              become note 60 velocity value
              send moths
            rule "released"
              take cc 80
              send moths
            --- in
            0 treadle B0 50 40
            1 treadle B0 50 41
            2 treadle B0 50 3F
            3 treadle B0 50 7F
            5 treadle B0 50 00
            --- out
            0.000 moths 90 3C 40
            1.000 moths 90 3C 41
            2.000 moths 80 3C 40
            3.000 moths 90 3C 7F
            5.000 moths 80 3C 40
            CASE;
        yield 'also in another scene, where other rules hear the control' => <<<'CASE'
            port treadle in
            port moths out
            scene "A"
            rule "p"
              take cc 80
              press
              become note 60 velocity value
              send moths
            rule "next"
              take cc 81
              press
              go next
            scene "B"
            rule "b"
              take cc 80
              send moths
            --- in
            0 treadle B0 50 7F
            1 treadle B0 51 7F
            2 treadle B0 50 00
            --- out
            0.000 moths 90 3C 7F
            2.000 moths 80 3C 40
            2.000 moths B0 50 00
            CASE;
        yield 'as much later as it began' => <<<'CASE'
            port treadle in
            port moths out
            rule "p"
              take cc 80
              delay 20ms
              press
              delay 10ms
              become note 60 velocity value
              send moths
            --- in
            0 treadle B0 50 7F
            5 treadle B0 50 00
            50 treadle B0 50 7F
            90 treadle B0 50 00
            --- out
            30.000 moths 90 3C 7F
            35.000 moths 80 3C 40
            80.000 moths 90 3C 7F
            120.000 moths 80 3C 40
            CASE;
        yield 'made from bends, pressures and parameters as well' => <<<'CASE'
            port keys in
            port moths out
            rule "p"
              take bend, pressure, nrpn
              press
              become note 60 velocity 90
              send moths
            --- in
            0 keys E0 00 60
            1 keys E0 00 20
            2 keys D0 60
            3 keys D0 10
            4 keys B0 63 01 62 02 06 10 26 00
            5 keys B0 06 00 26 00
            --- out
            0.000 moths 90 3C 5A
            1.000 moths 80 3C 40
            2.000 moths 90 3C 5A
            3.000 moths 80 3C 40
            4.000 moths 90 3C 5A
            5.000 moths 80 3C 40
            CASE;
        yield 'a note turned into something and back ends with its key' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take note
              become cc 5 value 100
              become note 60 velocity value
              send moths
            --- in
            0 keys 90 30 20
            10 keys 80 30 11
            --- out
            0.000 moths 90 3C 64
            10.000 moths 80 3C 11
            CASE;
        yield 'a release goes where its press went, whatever a memory says by then' => <<<'CASE'
            port keys in
            port moths out
            port gulls out
            memory where_to = 0
            rule "switch"
              take cc 1
              remember where_to = 1 - where_to
            rule "one"
              take note where where_to = 0
              set channel = 4
              send moths
            rule "two"
              take note
              send gulls
            --- in
            0 keys 90 3C 64
            1 keys B0 01 00
            2 keys 80 3C 10
            3 keys 90 3C 64
            4 keys B0 01 00
            5 keys 90 3C 00
            --- out
            0.000 moths 93 3C 64
            2.000 moths 83 3C 10
            3.000 gulls 90 3C 64
            5.000 gulls 90 3C 00
            CASE;
        yield 'a note on two ports ends on both, in the order it began' => <<<'CASE'
            port keys in
            port moths out
            port gulls out
            rule "r"
              take note
              send gulls channel 2
              send moths channel 9,1
            --- in
            0 keys 90 3C 64
            1 keys 80 3C 33
            --- out
            0.000 gulls 91 3C 64
            0.000 moths 98 3C 64
            0.000 moths 90 3C 64
            1.000 gulls 81 3C 33
            1.000 moths 88 3C 33
            1.000 moths 80 3C 33
            CASE;
        yield 'merged notes are counted: the last release ends, with its own velocity' => <<<'CASE'
            port keys in
            port pads in
            port moths out
            rule "r"
              take note
              set channel = 1
              send moths
            --- in
            0 keys 90 3C 64
            1 pads 99 3C 50
            2 keys 80 3C 11
            3 pads 89 3C 22
            --- out
            0.000 moths 90 3C 64
            1.000 moths 90 3C 50
            3.000 moths 80 3C 22
            CASE;
        yield 'a key struck again adds to what its release ends' => <<<'CASE'
            port keys in
            port moths out
            memory shift = 0
            rule "c"
              take cc
              remember shift = value
            rule "r"
              take note
              set key = key + shift
              send moths
            --- in
            0 keys 90 3C 64
            1 keys B0 01 05
            2 keys 90 3C 65
            3 keys 80 3C 40
            4 keys 80 3C 40
            --- out
            0.000 moths 90 3C 64
            2.000 moths 90 41 65
            3.000 moths 80 3C 40
            3.000 moths 80 41 40
            CASE;
        yield 'a release never pressed is unclaimed' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take any
              send moths
            --- in
            0 keys 80 3C 40
            1 keys 90 3D 00
            --- out
            CASE;
        yield 'a copy sounds beside the note that goes on' => <<<'CASE'
            port keys in
            port moths out
            port gulls out
            rule "c"
              copy note key 60..72
              set key = key + 12
              send gulls
            rule "r"
              take note
              send moths
            --- in
            0 keys 90 3C 64
            1 keys 90 30 64
            2 keys 80 3C 40
            3 keys 80 30 40
            --- out
            0.000 gulls 90 48 64
            0.000 moths 90 3C 64
            1.000 moths 90 30 64
            2.000 gulls 80 48 40
            2.000 moths 80 3C 40
            3.000 moths 80 30 40
            CASE;
        yield 'release velocities can be changed' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take note
              set release = 127 - release
              send moths
            --- in
            0 keys 90 3C 64
            1 keys 80 3C 20
            --- out
            0.000 moths 90 3C 64
            1.000 moths 80 3C 5F
            CASE;
        yield 'what a curve does to a velocity never makes a release of it' => <<<'CASE'
            port keys in
            port moths out
            curve steep: 0=0, 100=0, 127=127
            rule "r"
              take note
              scale velocity 0..127 to 0..127 curve steep
              send moths
            --- in
            0 keys 90 3C 20
            1 keys 80 3C 40
            --- out
            0.000 moths 90 3C 01
            1.000 moths 80 3C 40
            CASE;
        yield 'a pad as a controller: the release runs the steps with velocity 0' => <<<'CASE'
            port pads in
            port moths out
            rule "r"
              take note
              become cc key value velocity
              scale value 0..127 to 10..100
              only number > 36
              send moths channel 2
            --- in
            0 pads 99 24 7F
            1 pads 99 25 7F
            2 pads 89 25 40
            3 pads 89 24 40
            --- out
            1.000 moths B1 25 64
            2.000 moths B1 25 0A
            CASE;
        yield 'a pad that sends a note and a controller lets both go' => <<<'CASE'
            port pads in
            port moths out
            rule "r"
              take note
              send moths
              post cc 1 value 5 to moths
              become cc 20 value 127
              send moths
            --- in
            0 pads 90 24 7F
            1 pads 80 24 40
            --- out
            0.000 moths 90 24 7F
            0.000 moths B0 01 05
            0.000 moths B0 14 7F
            1.000 moths 80 24 40
            1.000 moths B0 14 7F
            CASE;
        yield 'a knob plays notes: each turn above zero another, zero ends them' => <<<'CASE'
            port pads in
            port moths out
            rule "r"
              take cc 1
              become note 60 velocity value
              send moths
            --- in
            0 pads B0 01 40
            1 pads B0 01 50
            2 pads B0 01 00
            3 pads B0 01 00
            --- out
            0.000 moths 90 3C 40
            1.000 moths 90 3C 50
            2.000 moths 80 3C 40
            CASE;
        yield 'a latched chord: each key by itself' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take note
              toggle
              send moths
            --- in
            0 keys 90 3C 64 40 64
            1 keys 80 3C 40 40 40
            2 keys 90 3C 11
            3 keys 80 3C 40
            4 keys 90 40 11
            --- out
            0.000 moths 90 3C 64
            0.000 moths 90 40 64
            2.000 moths 80 3C 40
            4.000 moths 80 40 40
            CASE;
        yield 'posted notes end by themselves' => <<<'CASE'
            port keys in
            port moths out
            rule "r"
              take program
              post note program + 60 velocity 90 channel 10 for 25ms to moths
            --- in
            0 keys C0 00
            10 keys C0 00
            20 keys C0 05
            --- out
            0.000 moths 99 3C 5A
            10.000 moths 99 3C 5A
            20.000 moths 99 41 5A
            35.000 moths 89 3C 40
            45.000 moths 89 41 40
            CASE;
        yield 'panic: notes by channel and key, then the channels that carried one' => <<<'CASE'
            port keys in
            port moths out
            port gulls out
            rule "p"
              take cc 80
              panic
            rule "r"
              take note
              send moths
              send gulls channel 3
            --- in
            0 keys 91 40 64 3C 64
            1 keys 90 41 64
            2 keys 80 41 40
            3 keys B0 50 00
            4 keys 81 40 40
            5 keys 91 3C 64
            6 keys 81 3C 40
            --- out
            0.000 moths 91 40 64
            0.000 gulls 92 40 64
            0.000 moths 91 3C 64
            0.000 gulls 92 3C 64
            1.000 moths 90 41 64
            1.000 gulls 92 41 64
            2.000 moths 80 41 40
            2.000 gulls 82 41 40
            3.000 moths 81 3C 40
            3.000 moths 81 40 40
            3.000 moths B0 40 00
            3.000 moths B0 7B 00
            3.000 moths B0 78 00
            3.000 moths B1 40 00
            3.000 moths B1 7B 00
            3.000 moths B1 78 00
            3.000 gulls 82 3C 40
            3.000 gulls 82 40 40
            3.000 gulls B2 40 00
            3.000 gulls B2 7B 00
            3.000 gulls B2 78 00
            5.000 moths 91 3C 64
            5.000 gulls 92 3C 64
            6.000 moths 81 3C 40
            6.000 gulls 82 3C 40
            CASE;
        yield 'panic at one port leaves the other, and cancels what was on its way there' => <<<'CASE'
            port keys in
            port moths out
            port gulls out
            rule "p"
              take cc 80
              panic moths
            rule "low"
              take note key 0..59
              send gulls
              delay 50ms
              send gulls
            rule "r"
              take note
              send moths
              delay 50ms
              send moths channel 2
            --- in
            0 keys 90 3C 64
            1 keys 90 30 64
            2 keys B0 50 00
            3 keys 80 30 40
            4 keys 80 3C 40
            --- out
            0.000 moths 90 3C 64
            1.000 gulls 90 30 64
            2.000 moths 80 3C 40
            2.000 moths B0 40 00
            2.000 moths B0 7B 00
            2.000 moths B0 78 00
            3.000 gulls 80 30 40
            51.000 gulls 90 30 64
            53.000 gulls 80 30 40
            CASE;
        yield 'panic ends gates and delays' => <<<'CASE'
            port keys in
            port moths out
            rule "p"
              take cc 80
              panic
            rule "g"
              take note key 0..59
              gate 100ms
              send moths
            rule "d"
              take note
              delay 100ms
              send moths
            --- in
            0 keys 90 30 64
            1 keys 90 3C 64
            2 keys B0 50 00
            3 keys 90 30 65
            --- out
            0.000 moths 90 30 64
            2.000 moths 80 30 40
            2.000 moths B0 40 00
            2.000 moths B0 7B 00
            2.000 moths B0 78 00
            3.000 moths 90 30 65
            103.000 moths 80 30 40
            CASE;
    }
}
