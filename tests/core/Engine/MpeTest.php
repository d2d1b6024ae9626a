<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Engine;

use ZigzagPost\Tests\Core\TapeTestCase;

/** From MPE zones and to them. */
final class MpeTest extends TapeTestCase
{
    public static function cases(): iterable
    {
        yield 'a pressure that comes before its note goes out with it, where it is new' => <<<'CASE'
            port slab in mpe lower 5 bend 48
            port moths out
            rule "f"
              take mpe
              flatten to channel 3 pressure channel
              send moths
            --- in
            0 slab D1 00 91 3C 64
            1 slab D1 50
            2 slab D2 00 92 3E 64
            3 slab D1 60
            4 slab 82 3E 40
            5 slab D1 61
            6 slab 81 3C 40
            7 slab D1 20 91 3C 64
            --- out
            0.000 moths 92 3C 64
            1.000 moths D2 50
            2.000 moths D2 00
            2.000 moths 92 3E 64
            4.000 moths 82 3E 40
            4.000 moths D2 60
            5.000 moths D2 61
            6.000 moths 82 3C 40
            7.000 moths D2 20
            7.000 moths 92 3C 64
            CASE;
        yield 'a rule for bends alone: that of the manager counts, no note has another' => <<<'CASE'
            port slab in mpe lower 15 bend 48
            port synth out
            rule "f"
              take bend
              flatten to channel 3 bend 12
              send synth
            --- in
            0 slab E1 00 44
            1 slab E0 00 50
            --- out
            1.000 synth E2 55 42
            CASE;
        yield 'bend and timbre of the last note' => <<<'CASE'
            port slab in mpe lower 15 bend 48
            port synth out
            rule "f"
              take mpe
              flatten to channel 1 bend 12
              send synth
            --- in
            0 slab E1 00 44 B1 4A 50 91 3C 64
            1 slab 92 40 64
            2 slab E1 00 48
            3 slab E2 00 41
            4 slab E0 00 50
            5 slab 82 40 40
            6 slab 81 3C 11
            --- out
            0.000 synth E0 00 50
            0.000 synth B0 4A 50
            0.000 synth 90 3C 64
            1.000 synth E0 00 40
            1.000 synth B0 4A 40
            1.000 synth 90 40 64
            3.000 synth E0 00 44
            4.000 synth E0 55 46
            5.000 synth 80 40 40
            5.000 synth E0 55 62
            5.000 synth B0 4A 50
            6.000 synth 80 3C 11
            CASE;
        yield 'the highest note counts' => <<<'CASE'
            port slab in mpe lower 15 bend 48
            port synth out
            rule "f"
              take mpe
              flatten to channel 1 bend 48 priority high timbre drop
              send synth
            --- in
            0 slab 92 40 64
            1 slab 91 3C 64
            2 slab E1 00 48
            3 slab E2 00 50
            4 slab B2 4A 11
            --- out
            0.000 synth 90 40 64
            1.000 synth 90 3C 64
            3.000 synth E0 00 50
            CASE;
        yield 'pressure of every key' => <<<'CASE'
            port slab in mpe lower 15 bend 48
            port synth out
            rule "f"
              take mpe
              flatten to channel 1
              send synth
            --- in
            0 slab 92 40 64
            1 slab 91 3C 64
            2 slab D2 33
            --- out
            0.000 synth 90 40 64
            1.000 synth 90 3C 64
            2.000 synth A0 40 33
            CASE;
        yield 'pressure as a controller' => <<<'CASE'
            port slab in mpe lower 15 bend 48
            port synth out
            rule "f"
              take mpe
              flatten to channel 1 pressure cc 11
              send synth
            --- in
            0 slab 92 40 64
            1 slab D2 33
            2 slab D0 05
            --- out
            0.000 synth 90 40 64
            1.000 synth B0 0B 33
            2.000 synth D0 05
            CASE;
        yield 'the zone setting message is obeyed' => <<<'CASE'
            port slab in mpe lower 15 bend 48
            port synth out
            rule "f"
              take mpe
              flatten to channel 1 bend 2
              send synth
            --- in
            0 slab B0 65 00 B0 64 06 B0 06 01 B1 65 00 B1 64 00 B1 06 02
            1 slab 91 3C 64
            2 slab E1 00 50
            3 slab 92 40 64
            --- out
            1.000 synth 90 3C 64
            2.000 synth E0 00 50
            CASE;
        yield 'fanned out' => <<<'CASE'
            port keys in
            port slab out mpe upper 2 bend 24
            rule "f"
              take any
              fan out to slab
            --- in
            0 keys 90 3C 64
            1 keys A0 3C 50
            2 keys 80 3C 40
            3 keys 90 3E 64
            4 keys 90 3F 01
            5 keys E0 00 50
            --- out
            0.000 slab BF 65 00
            0.000 slab BF 64 06
            0.000 slab BF 06 02
            0.000 slab BF 26 00
            0.000 slab BE 65 00
            0.000 slab BE 64 00
            0.000 slab BE 06 18
            0.000 slab BE 26 00
            0.000 slab 9E 3C 64
            1.000 slab DE 50
            2.000 slab 8E 3C 40
            3.000 slab 9D 3E 64
            4.000 slab DE 00
            4.000 slab 9E 3F 01
            5.000 slab EF 00 50
            CASE;
        yield 'a phrase for a plain synth with a bend range of 2' => <<<'CASE'
            port slab in mpe lower 15 bend 48
            port moths out
            rule "f"
              take mpe
              flatten to channel 3
              send moths
            --- in
            0 slab E1 00 40 91 3C 64
            10 slab E1 40 40
            20 slab E2 00 41
            21 slab 92 40 50
            30 slab D2 33
            40 slab B1 4A 22
            50 slab 82 40 40
            60 slab E0 00 50
            70 slab 81 3C 40
            80 slab E1 00 40
            90 slab 91 3E 64
            --- out
            0.000 moths 92 3C 64
            10.000 moths E2 00 4C
            21.000 moths E2 00 58
            21.000 moths 92 40 50
            30.000 moths A2 40 33
            50.000 moths 82 40 40
            50.000 moths E2 00 4C
            50.000 moths B2 4A 22
            60.000 moths E2 00 5C
            70.000 moths 82 3C 40
            90.000 moths E2 00 50
            90.000 moths 92 3E 64
            CASE;
        yield 'a bend wider than the synth can is clamped' => <<<'CASE'
            port slab in mpe lower 15 bend 48
            port moths out
            rule "f"
              take mpe
              flatten to channel 1 bend 2
              send moths
            --- in
            0 slab 91 3C 64
            1 slab E1 7F 7F
            2 slab E1 7E 7F
            3 slab E1 00 00
            --- out
            0.000 moths 90 3C 64
            1.000 moths E0 7F 7F
            3.000 moths E0 00 00
            CASE;
        yield 'the bend is rounded half away from zero' => <<<'CASE'
            port slab in mpe lower 15 bend 3
            port moths out
            rule "f"
              take mpe
              flatten to channel 1 bend 2
              send moths
            --- in
            0 slab 91 3C 64
            1 slab E1 01 40
            2 slab E1 7F 3F
            --- out
            0.000 moths 90 3C 64
            1.000 moths E0 02 40
            2.000 moths E0 7E 3F
            CASE;
        yield 'the lowest note counts' => <<<'CASE'
            port slab in mpe lower 15 bend 2
            port moths out
            rule "f"
              take mpe
              flatten to channel 1 priority low
              send moths
            --- in
            0 slab E1 00 41 91 40 64
            1 slab E2 00 42 92 3C 64
            2 slab E3 00 43 93 43 64
            3 slab 82 3C 40
            --- out
            0.000 moths E0 00 41
            0.000 moths 90 40 64
            1.000 moths E0 00 42
            1.000 moths 90 3C 64
            2.000 moths 90 43 64
            3.000 moths 80 3C 40
            3.000 moths E0 00 41
            CASE;
        yield 'pressure of the note that counts' => <<<'CASE'
            port slab in mpe lower 15
            port moths out
            rule "f"
              take mpe
              flatten to channel 2 pressure channel
              send moths
            --- in
            0 slab 91 3C 64
            1 slab 92 40 64
            2 slab D1 10
            3 slab D2 20
            4 slab 82 40 40
            5 slab D1 30
            --- out
            0.000 moths 91 3C 64
            1.000 moths 91 40 64
            3.000 moths D1 20
            4.000 moths 81 40 40
            4.000 moths D1 10
            5.000 moths D1 30
            CASE;
        yield 'pressure dropped, timbre as another controller' => <<<'CASE'
            port slab in mpe lower 15
            port moths out
            rule "f"
              take mpe
              flatten to channel 2 pressure drop timbre cc 71
              send moths
            --- in
            0 slab B1 4A 10 91 3C 64
            1 slab D1 10
            2 slab B1 4A 11
            3 slab B1 4A 11
            --- out
            0.000 moths B1 47 10
            0.000 moths 91 3C 64
            2.000 moths B1 47 11
            CASE;
        yield 'two notes on one member channel' => <<<'CASE'
            port slab in mpe lower 1
            port moths out
            rule "f"
              take mpe
              flatten to channel 1
              send moths
            --- in
            0 slab 91 3C 64
            1 slab 91 40 64
            2 slab D1 22
            3 slab 81 40 40
            4 slab D1 23
            --- out
            0.000 moths 90 3C 64
            1.000 moths 90 40 64
            2.000 moths A0 3C 22
            2.000 moths A0 40 22
            3.000 moths 80 40 40
            4.000 moths A0 3C 23
            CASE;
        yield 'an upper zone' => <<<'CASE'
            port slab in mpe upper 3 bend 2
            port moths out
            rule "f"
              take mpe
              flatten to channel 5
              send moths
            rule "rest"
              take any
              send moths
            --- in
            0 slab EC 00 41 9C 3C 64
            1 slab EF 00 41
            2 slab BF 40 7F
            3 slab 9B 3C 64
            --- out
            0.000 moths E4 00 41
            0.000 moths 94 3C 64
            1.000 moths E4 00 42
            2.000 moths B4 40 7F
            3.000 moths 9B 3C 64
            CASE;
        yield 'bend ranges that come in are obeyed, and stay in the zone' => <<<'CASE'
            port slab in mpe lower 4 bend 48
            port moths out
            rule "f"
              take mpe
              flatten to channel 1 bend 12
              send moths
            --- in
            0 slab B3 65 00 64 00 06 0C
            1 slab B0 65 00 64 00 06 18
            2 slab 91 3C 64
            3 slab E1 00 41
            4 slab E0 00 41
            --- out
            2.000 moths 90 3C 64
            3.000 moths E0 00 41
            4.000 moths E0 00 43
            CASE;
        yield 'cents of a bend range count, on members and on the manager' => <<<'CASE'
            port slab in mpe lower 4 bend 48
            port moths out
            rule "f"
              take mpe
              flatten to channel 1 bend 1
              send moths
            --- in
            0 slab B1 65 00 64 00 06 00 26 32
            1 slab 91 3C 64
            2 slab E1 00 50
            3 slab B0 65 00 64 00 06 01 26 19
            4 slab E0 00 44
            --- out
            1.000 moths 90 3C 64
            2.000 moths E0 00 48
            4.000 moths E0 00 4D
            CASE;
        yield 'an upper zone is set up on channel 16 whatever the port declares, and both at once' => <<<'CASE'
            port slab in mpe lower 4 bend 48
            port moths out
            rule "f"
              take mpe
              flatten to channel 1 bend 48
              send moths
            --- in
            0 slab BF 65 00 64 06 06 03
            1 slab 91 3C 64
            2 slab 9E 40 64
            3 slab EE 00 50
            4 slab E1 00 48
            5 slab 9B 41 64
            6 slab 98 42 64
            --- out
            1.000 moths 90 3C 64
            2.000 moths 90 40 64
            3.000 moths E0 00 50
            4.000 moths E0 00 48
            CASE;
        yield 'other parameters of the manager channel go on' => <<<'CASE'
            port slab in mpe lower 4
            port moths out
            rule "f"
              take mpe
              flatten to channel 3
              send moths
            --- in
            0 slab B0 65 00 64 01 06 40
            1 slab B0 65 00 64 00 06 0C
            2 slab B0 65 7F 64 7F
            3 slab B0 63 01 62 02 06 11
            4 slab B1 65 00 64 01 06 40
            --- out
            0.000 moths B2 65 00
            0.000 moths B2 64 01
            0.000 moths B2 06 40
            2.000 moths B2 65 7F
            2.000 moths B2 64 7F
            3.000 moths B2 63 01
            3.000 moths B2 62 02
            3.000 moths B2 06 11
            CASE;
        yield 'a zone switched off is no zone' => <<<'CASE'
            port slab in mpe lower 4
            port moths out
            rule "f"
              take mpe
              flatten to channel 1
              send moths
            rule "rest"
              take note
              send moths
            --- in
            0 slab B0 65 00 64 06 06 00
            1 slab 92 3C 64
            --- out
            1.000 moths 92 3C 64
            CASE;
        yield 'a flattened phrase goes through the steps below' => <<<'CASE'
            port slab in mpe lower 15 bend 2
            port moths out
            rule "f"
              take mpe
              flatten to channel 1
              set channel = channel + 3
              send moths
            --- in
            0 slab E1 00 41 91 3C 64
            1 slab 81 3C 40
            --- out
            0.000 moths E3 00 41
            0.000 moths 93 3C 64
            1.000 moths 83 3C 40
            CASE;
        yield 'fanned out: with all channels taken, the one whose newest note is oldest' => <<<'CASE'
            port keys in
            port shore out mpe lower 2 bend 48
            rule "f"
              take note
              fan out to shore
            --- in
            0 keys 90 3C 64
            1 keys 90 3D 64
            2 keys 90 3E 64
            3 keys 90 3F 64
            4 keys 80 3C 40 3E 40
            5 keys 90 40 64
            --- out
            0.000 shore B0 65 00
            0.000 shore B0 64 06
            0.000 shore B0 06 02
            0.000 shore B0 26 00
            0.000 shore B1 65 00
            0.000 shore B1 64 00
            0.000 shore B1 06 30
            0.000 shore B1 26 00
            0.000 shore 91 3C 64
            1.000 shore 92 3D 64
            2.000 shore 91 3E 64
            3.000 shore 92 3F 64
            4.000 shore 81 3C 40
            4.000 shore 81 3E 40
            5.000 shore 91 40 64
            CASE;
        yield 'fanned out: the channel free longest, and everything else to the manager' => <<<'CASE'
            port keys in
            port shore out mpe lower 3 bend 24
            rule "f"
              take any
              fan out to shore
            --- in
            0 keys 95 3C 64
            1 keys 85 3C 40
            2 keys 95 3D 64
            3 keys 85 3D 40
            4 keys 95 3E 64
            5 keys 95 3F 64
            6 keys D5 11 B5 40 7F E5 00 41 C5 07
            --- out
            0.000 shore B0 65 00
            0.000 shore B0 64 06
            0.000 shore B0 06 03
            0.000 shore B0 26 00
            0.000 shore B1 65 00
            0.000 shore B1 64 00
            0.000 shore B1 06 18
            0.000 shore B1 26 00
            0.000 shore 91 3C 64
            1.000 shore 81 3C 40
            2.000 shore 92 3D 64
            3.000 shore 82 3D 40
            4.000 shore 93 3E 64
            5.000 shore 91 3F 64
            6.000 shore D0 11
            6.000 shore B0 40 7F
            6.000 shore E0 00 41
            6.000 shore C0 07
            CASE;
        yield 'a flattened phrase fanned out again: the bend is the manager\'s' => <<<'CASE'
            port slab in mpe lower 15 bend 48
            port shore out mpe lower 2 bend 48
            rule "f"
              take mpe
              flatten to channel 1 bend 2
              fan out to shore
            --- in
            0 slab 95 3C 64
            1 slab E5 00 41
            2 slab D5 22
            3 slab 85 3C 40
            4 slab 95 3D 64
            5 slab 95 3E 64
            --- out
            0.000 shore B0 65 00
            0.000 shore B0 64 06
            0.000 shore B0 06 02
            0.000 shore B0 26 00
            0.000 shore B1 65 00
            0.000 shore B1 64 00
            0.000 shore B1 06 30
            0.000 shore B1 26 00
            0.000 shore 91 3C 64
            1.000 shore E0 00 58
            2.000 shore D1 22
            3.000 shore 81 3C 40
            4.000 shore 92 3D 64
            5.000 shore D1 00
            5.000 shore 91 3E 64
            CASE;
        yield 'from zone to zone: a note brings its expression, rescaled' => <<<'CASE'
            port slab in mpe lower 15 bend 48
            port shore out mpe upper 2 bend 24
            rule "f"
              take mpe
              fan out to shore
            --- in
            0 slab E5 00 50 D5 10 B5 4A 20 95 3C 64
            1 slab E5 00 48
            2 slab 96 40 64
            3 slab 85 3C 40
            4 slab 86 40 40
            5 slab 97 41 64
            6 slab E0 00 50
            --- out
            0.000 shore BF 65 00
            0.000 shore BF 64 06
            0.000 shore BF 06 02
            0.000 shore BF 26 00
            0.000 shore BE 65 00
            0.000 shore BE 64 00
            0.000 shore BE 06 18
            0.000 shore BE 26 00
            0.000 shore EE 00 60
            0.000 shore DE 10
            0.000 shore BE 4A 20
            0.000 shore 9E 3C 64
            1.000 shore EE 00 50
            2.000 shore 9D 40 64
            3.000 shore 8E 3C 40
            4.000 shore 8D 40 40
            5.000 shore EE 00 40
            5.000 shore DE 00
            5.000 shore BE 4A 40
            5.000 shore 9E 41 64
            6.000 shore EF 00 50
            CASE;
    }
}
