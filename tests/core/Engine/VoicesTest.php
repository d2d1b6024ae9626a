<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Engine;

use ZigzagPost\Tests\Core\TapeTestCase;

/** Notes dealt out among voices. */
final class VoicesTest extends TapeTestCase
{
    public static function cases(): iterable
    {
        yield 'rotating, with the pedal down, the oldest is stolen' => <<<'CASE'
            port keys in
            port one out
            port two out
            rule "s"
              take note, cc 64
              spread over one x 1, two x 2
            --- in
            0 keys B0 40 7F
            1 keys 90 3C 64
            2 keys 90 3D 64
            3 keys 90 3E 64
            4 keys 80 3C 40
            5 keys 90 3F 64
            6 keys 90 40 64
            7 keys 80 3D 40
            --- out
            0.000 one B0 40 7F
            0.000 two B0 40 7F
            1.000 one 90 3C 64
            2.000 two 90 3D 64
            3.000 two 90 3E 64
            4.000 one 80 3C 40
            5.000 one 90 3F 64
            6.000 two 80 3D 40
            6.000 two 90 40 64
            CASE;
        yield 'rotate takes the next free one' => <<<'CASE'
            port keys in
            port one out
            port two out
            rule "s"
              take note, cc 64
              spread over one x 2, two x 1
            --- in
            0 keys 90 3C 64
            1 keys 80 3C 40
            2 keys 90 3D 64
            3 keys 80 3D 40
            4 keys 90 3E 64
            --- out
            0.000 one 90 3C 64
            1.000 one 80 3C 40
            2.000 one 90 3D 64
            3.000 one 80 3D 40
            4.000 two 90 3E 64
            CASE;
        yield 'fill takes the lowest' => <<<'CASE'
            port keys in
            port one out
            port two out
            rule "s"
              take note, cc 64
              spread over one x 1, two x 1 fill
            --- in
            0 keys 90 3C 64
            1 keys 80 3C 40
            2 keys 90 3D 64
            --- out
            0.000 one 90 3C 64
            1.000 one 80 3C 40
            2.000 one 90 3D 64
            CASE;
        yield 'over channels' => <<<'CASE'
            port keys in
            port one out
            port two out
            rule "s"
              take note, cc 64
              spread over one channels 4,7
            --- in
            0 keys 90 3C 64
            1 keys 90 3D 64
            2 keys 80 3C 40
            --- out
            0.000 one 93 3C 64
            1.000 one 96 3D 64
            2.000 one 83 3C 40
            CASE;
        yield 'expression follows its note to a mono channel' => <<<'CASE'
            port slab in mpe lower 15
            port one out
            rule "s"
              take mpe
              spread over one channels 4,7
            --- in
            0 slab 91 3C 64
            1 slab 92 3D 64
            2 slab E2 00 50
            3 slab D1 11
            4 slab E0 00 41
            --- out
            0.000 one 93 3C 64
            1.000 one 96 3D 64
            2.000 one E6 00 50
            3.000 one D3 11
            4.000 one E3 00 41
            4.000 one E6 00 41
            CASE;
        yield 'nine notes over two units of four with the pedal down' => <<<'CASE'
            port keys in
            port moths out
            port terns out
            rule "s"
              take note, cc 64
              spread over moths x 4, terns x 4
            --- in
            0 keys B0 40 7F
            1 keys 90 3C 64 3D 64 3E 64 3F 64 40 64 41 64 42 64 43 64
            2 keys 80 3C 40 3D 40 3E 40 3F 40 40 40 41 40 42 40 43 40
            3 keys 90 44 64
            4 keys B0 40 00
            5 keys 80 44 40
            6 keys 90 45 64
            --- out
            0.000 moths B0 40 7F
            0.000 terns B0 40 7F
            1.000 moths 90 3C 64
            1.000 moths 90 3D 64
            1.000 moths 90 3E 64
            1.000 moths 90 3F 64
            1.000 terns 90 40 64
            1.000 terns 90 41 64
            1.000 terns 90 42 64
            1.000 terns 90 43 64
            2.000 moths 80 3C 40
            2.000 moths 80 3D 40
            2.000 moths 80 3E 40
            2.000 moths 80 3F 40
            2.000 terns 80 40 40
            2.000 terns 80 41 40
            2.000 terns 80 42 40
            2.000 terns 80 43 40
            3.000 moths 90 44 64
            4.000 moths B0 40 00
            4.000 terns B0 40 00
            5.000 moths 80 44 40
            6.000 moths 90 45 64
            CASE;
        yield 'nine held notes: the oldest makes way, and its release is swallowed' => <<<'CASE'
            port keys in
            port moths out
            port terns out
            rule "s"
              take note
              spread over moths x 2, terns x 2
            --- in
            0 keys 90 3C 64 3D 64 3E 64 3F 64
            1 keys 90 40 64
            2 keys 80 3C 40
            3 keys 80 40 41
            --- out
            0.000 moths 90 3C 64
            0.000 moths 90 3D 64
            0.000 terns 90 3E 64
            0.000 terns 90 3F 64
            1.000 moths 80 3C 40
            1.000 moths 90 40 64
            3.000 moths 80 40 41
            CASE;
        yield 'a pedal holds the voices of its channel only' => <<<'CASE'
            port keys in
            port one out
            rule "s"
              take note, cc 64
              spread over one x 1 steal none
            --- in
            0 keys B1 40 7F
            1 keys 90 3C 64
            2 keys 80 3C 40
            3 keys 90 3D 64
            4 keys 80 3D 40
            5 keys 91 3E 64
            6 keys 81 3E 40
            7 keys 90 3F 64
            --- out
            0.000 one B1 40 7F
            1.000 one 90 3C 64
            2.000 one 80 3C 40
            3.000 one 90 3D 64
            4.000 one 80 3D 40
            5.000 one 91 3E 64
            6.000 one 81 3E 40
            CASE;
        yield 'half pedal: 64 is down, 63 is up' => <<<'CASE'
            port keys in
            port one out
            rule "s"
              take note, cc 64
              spread over one x 1 steal none
            --- in
            0 keys B0 40 40
            1 keys 90 3C 64
            2 keys 80 3C 40
            3 keys 90 3D 64
            4 keys B0 40 3F
            5 keys 90 3E 64
            --- out
            0.000 one B0 40 40
            1.000 one 90 3C 64
            2.000 one 80 3C 40
            4.000 one B0 40 3F
            5.000 one 90 3E 64
            CASE;
        yield 'the pedal sent by another rule counts as well' => <<<'CASE'
            port keys in
            port one out
            rule "pedal"
              take cc 4
              become cc 64 value value
              send one
            rule "s"
              take note
              spread over one x 1 steal none
            --- in
            0 keys B0 04 7F
            1 keys 90 3C 64
            2 keys 80 3C 40
            3 keys 90 3D 64
            --- out
            0.000 one B0 40 7F
            1.000 one 90 3C 64
            2.000 one 80 3C 40
            CASE;
        yield 'a key struck twice takes two voices, and its release ends both in the order they began' => <<<'CASE'
            port keys in
            port one out
            port two out
            rule "s"
              take note
              spread over one x 1, two x 1
            --- in
            0 keys 90 3C 64
            1 keys 90 3C 65
            2 keys 80 3C 20
            --- out
            0.000 one 90 3C 64
            1.000 two 90 3C 65
            2.000 one 80 3C 20
            2.000 two 80 3C 20
            CASE;
        yield 'a stolen key that goes on elsewhere keeps its other note' => <<<'CASE'
            port keys in
            port one out
            port two out
            rule "s"
              take note
              send two channel 9
              spread over one x 1
            --- in
            0 keys 90 3C 64
            1 keys 90 3E 64
            2 keys 80 3C 40
            3 keys 80 3E 40
            --- out
            0.000 two 98 3C 64
            0.000 one 90 3C 64
            1.000 two 98 3E 64
            1.000 one 80 3C 40
            1.000 one 90 3E 64
            2.000 two 88 3C 40
            3.000 two 88 3E 40
            3.000 one 80 3E 40
            CASE;
        yield 'what is no note goes to every port once, however many voices it has' => <<<'CASE'
            port keys in
            port one out
            port two out
            rule "s"
              take any
              spread over one x 3, two x 1
            --- in
            0 keys E0 00 50 C0 05 D0 11 F8 B0 07 64
            --- out
            0.000 one E0 00 50
            0.000 two E0 00 50
            0.000 one C0 05
            0.000 two C0 05
            0.000 one D0 11
            0.000 two D0 11
            0.000 one F8
            0.000 two F8
            0.000 one B0 07 64
            0.000 two B0 07 64
            CASE;
        yield 'two spreads deal independently' => <<<'CASE'
            port keys in
            port one out
            port two out
            rule "low"
              take note key 0..59
              spread over one x 1, two x 1
            rule "high"
              take note
              spread over one x 1, two x 1
            --- in
            0 keys 90 30 64
            1 keys 90 50 64
            2 keys 90 31 64
            --- out
            0.000 one 90 30 64
            1.000 one 90 50 64
            2.000 two 90 31 64
            CASE;
        yield 'rotating after a theft goes on behind the stolen voice' => <<<'CASE'
            port keys in
            port stack out
            rule "s"
              take note
              spread over stack channels 1..3 rotate
            --- in
            0 keys 90 3C 64
            1 keys 90 3D 64
            2 keys 90 3E 64
            3 keys 80 3D 40
            4 keys 90 3F 64
            5 keys 90 40 64
            6 keys 80 3E 40
            7 keys 90 41 64
            --- out
            0.000 stack 90 3C 64
            1.000 stack 91 3D 64
            2.000 stack 92 3E 64
            3.000 stack 81 3D 40
            4.000 stack 91 3F 64
            5.000 stack 80 3C 40
            5.000 stack 90 40 64
            6.000 stack 82 3E 40
            7.000 stack 92 41 64
            CASE;
        yield 'a transposed note ends where it went' => <<<'CASE'
            port keys in
            port one out
            memory octave = 0
            rule "up"
              take cc 1
              remember octave = octave + 1
            rule "s"
              take note
              set key = key + 12 * octave
              spread over one x 4
            --- in
            0 keys 90 3C 64
            1 keys B0 01 00
            2 keys 90 3C 64
            3 keys 80 3C 40
            --- out
            0.000 one 90 3C 64
            2.000 one 90 48 64
            3.000 one 80 3C 40
            3.000 one 80 48 40
            CASE;
        yield 'timbre follows its note to a mono channel, the manager speaks to each, and nothing is sent for no note' => <<<'CASE'
            port slab in mpe lower 15
            port stack out
            rule "s"
              take mpe
              spread over stack channels 4,7
            --- in
            0 slab 95 3C 64
            1 slab B5 4A 22
            2 slab B0 4A 33
            3 slab B6 4A 44
            4 slab 85 3C 40
            5 slab B5 4A 55
            6 slab B0 07 66
            --- out
            0.000 stack 93 3C 64
            1.000 stack B3 4A 22
            2.000 stack B3 4A 33
            2.000 stack B6 4A 33
            4.000 stack 83 3C 40
            6.000 stack B3 07 66
            6.000 stack B6 07 66
            CASE;
        yield 'what belongs to no note goes to each mono channel, key pressure to its note' => <<<'CASE'
            port keys in
            port stack out
            rule "s"
              take any
              spread over stack channels 4,7
            --- in
            0 keys 90 3C 64
            1 keys 90 3D 64
            2 keys B0 40 7F
            3 keys A0 3D 22
            4 keys A0 40 23
            5 keys C0 05
            6 keys F8
            7 keys E0 00 50
            --- out
            0.000 stack 93 3C 64
            1.000 stack 96 3D 64
            2.000 stack B3 40 7F
            2.000 stack B6 40 7F
            3.000 stack A6 3D 22
            4.000 stack A3 40 23
            4.000 stack A6 40 23
            5.000 stack C3 05
            5.000 stack C6 05
            6.000 stack F8
            7.000 stack E3 00 50
            7.000 stack E6 00 50
            CASE;
        yield 'a pedal that goes down after a note has ended takes no voice again' => <<<'CASE'
            port keys in
            port moths out
            rule "s"
              take note, cc 64
              spread over moths x 2 fill steal none
            --- in
            0 keys 90 3C 64
            1 keys 80 3C 40
            2 keys B0 40 7F
            3 keys 90 3D 64
            4 keys 90 3E 64
            5 keys 80 3D 40
            6 keys 90 3F 64
            7 keys B0 40 00
            8 keys 90 40 64
            --- out
            0.000 moths 90 3C 64
            1.000 moths 80 3C 40
            2.000 moths B0 40 7F
            3.000 moths 90 3D 64
            4.000 moths 90 3E 64
            5.000 moths 80 3D 40
            7.000 moths B0 40 00
            8.000 moths 90 40 64
            CASE;
        yield 'a note brings its own bend, pressure and timbre to a mono channel' => <<<'CASE'
            port slab in mpe lower 15
            port stack out
            rule "s"
              take mpe
              spread over stack channels 1..2
            --- in
            0 slab E1 00 50 D1 20 B1 4A 33
            0 slab 91 3C 64
            10 slab E1 00 60
            20 slab 81 3C 40
            30 slab 92 40 64
            40 slab 93 43 64
            50 slab 82 40 00
            60 slab 91 48 64
            --- out
            0.000 stack E0 00 50
            0.000 stack D0 20
            0.000 stack B0 4A 33
            0.000 stack 90 3C 64
            10.000 stack E0 00 60
            20.000 stack 80 3C 40
            30.000 stack 91 40 64
            40.000 stack E0 00 40
            40.000 stack D0 00
            40.000 stack B0 4A 40
            40.000 stack 90 43 64
            50.000 stack 81 40 00
            60.000 stack E1 00 60
            60.000 stack D1 20
            60.000 stack B1 4A 33
            60.000 stack 91 48 64
            CASE;
        yield 'bends are rescaled by a rule of their own, before and while their note sounds' => <<<'CASE'
            port slab in mpe lower 15 bend 48
            port stack out
            rule "notes"
              take note
              spread over stack channels 4,7
            rule "bends, for a range of 2"
              take bend
              set bend = bend * 48 / 2
              spread over stack channels 4,7
            --- in
            0 slab E1 10 40
            1 slab 91 3C 64
            2 slab 92 3E 64
            3 slab E2 2B 40
            4 slab E1 7F 7F
            5 slab 81 3C 40
            6 slab E1 00 40
            7 slab 91 3C 64
            --- out
            1.000 stack E3 00 43
            1.000 stack 93 3C 64
            2.000 stack 96 3E 64
            3.000 stack E6 08 48
            4.000 stack E3 7F 7F
            5.000 stack 83 3C 40
            7.000 stack E3 00 40
            7.000 stack 93 3C 64
            CASE;
        yield 'nothing is stolen, and a note that finds no voice goes no further' => <<<'CASE'
            port keys in
            port one out
            port lamp out
            rule "r"
              take note
              spread over one x 1 steal none
              send lamp
            --- in
            0 keys 90 3C 64
            1 keys 90 3D 64
            2 keys 80 3D 40
            3 keys 80 3C 40
            --- out
            0.000 one 90 3C 64
            0.000 lamp 90 3C 64
            3.000 one 80 3C 40
            3.000 lamp 80 3C 40
            CASE;
    }
}
