<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Engine;

use ZigzagPost\Tests\Core\TapeTestCase;

/** Parameter messages and controller pairs: put together on the way in, whole on the way out. */
final class ParameterGroupsTest extends TapeTestCase
{
    public static function cases(): iterable
    {
        yield 'with and without a lower half' => <<<'CASE'
            port a in
            port b in
            port deep out
            rule "n"
              take nrpn
              send deep channel 5
            rule "c"
              take cc
              send deep
            --- in
            0 a B0 63 08 B0 62 03 B0 06 40 B0 26 05
            1 a B0 06 41
            20 a B0 26 02
            --- out
            0.000 deep B4 63 08
            0.000 deep B4 62 03
            0.000 deep B4 06 40
            0.000 deep B4 26 05
            6.000 deep B4 63 08
            6.000 deep B4 62 03
            6.000 deep B4 06 41
            6.000 deep B4 26 00
            20.000 deep B4 63 08
            20.000 deep B4 62 03
            20.000 deep B4 06 41
            20.000 deep B4 26 02
            CASE;
        yield 'two controllers merged on one channel stay whole' => <<<'CASE'
            port a in
            port b in
            port deep out
            rule "n"
              take nrpn
              send deep channel 5
            rule "c"
              take cc
              send deep
            --- in
            0 a B0 63 00 B0 62 01
            0.5 b B0 63 00 B0 62 02
            1 a B0 06 10
            2 b B0 06 20
            3 a B0 26 01
            4 b B0 26 02
            --- out
            3.000 deep B4 63 00
            3.000 deep B4 62 01
            3.000 deep B4 06 10
            3.000 deep B4 26 01
            4.000 deep B4 63 00
            4.000 deep B4 62 02
            4.000 deep B4 06 20
            4.000 deep B4 26 02
            CASE;
        yield 'the next message of the port lets it go first' => <<<'CASE'
            port a in
            port b in
            port deep out
            rule "n"
              take nrpn
              send deep channel 5
            rule "c"
              take cc
              send deep
            --- in
            0 a B0 63 00 B0 62 01 B0 06 10 F8 B1 07 01
            --- out
            0.000 deep B4 63 00
            0.000 deep B4 62 01
            0.000 deep B4 06 10
            0.000 deep B4 26 00
            0.000 deep B1 07 01
            CASE;
        yield 'increment and decrement' => <<<'CASE'
            port a in
            port b in
            port deep out
            rule "n"
              take nrpn
              send deep channel 5
            rule "c"
              take cc
              send deep
            --- in
            0 a B0 63 00 B0 62 01 B0 06 01 B0 26 00 B0 60 00 B0 61 00 B0 61 00
            --- out
            0.000 deep B4 63 00
            0.000 deep B4 62 01
            0.000 deep B4 06 01
            0.000 deep B4 26 00
            0.000 deep B4 63 00
            0.000 deep B4 62 01
            0.000 deep B4 06 01
            0.000 deep B4 26 01
            0.000 deep B4 63 00
            0.000 deep B4 62 01
            0.000 deep B4 06 01
            0.000 deep B4 26 00
            0.000 deep B4 63 00
            0.000 deep B4 62 01
            0.000 deep B4 06 00
            0.000 deep B4 26 7F
            CASE;
        yield 'deselected, data entry is a controller' => <<<'CASE'
            port a in
            port b in
            port deep out
            rule "n"
              take nrpn
              send deep channel 5
            rule "c"
              take cc
              send deep
            --- in
            0 a B0 63 7F B0 62 7F B0 06 01
            --- out
            0.000 deep B0 06 01
            CASE;
        yield 'coarse ports' => <<<'CASE'
            port a in nrpn coarse
            port box out nrpn coarse
            port deep out
            rule "n"
              take nrpn 8:3
              send box, deep
            --- in
            0 a B0 63 08 B0 62 03 B0 06 40
            --- out
            0.000 box B0 63 08
            0.000 box B0 62 03
            0.000 box B0 06 40
            0.000 deep B0 63 08
            0.000 deep B0 62 03
            0.000 deep B0 06 00
            0.000 deep B0 26 40
            CASE;
        yield 'a 7-bit dial drives a 14-bit parameter' => <<<'CASE'
            port a in
            port deep out
            rule "r"
              take cc 20
              become nrpn 8:3 value value
              scale value 0..127 to 0..16383
              send deep
            --- in
            0 a B0 14 40
            --- out
            0.000 deep B0 63 08
            0.000 deep B0 62 03
            0.000 deep B0 06 40
            0.000 deep B0 26 40
            CASE;
        yield 'registered parameters' => <<<'CASE'
            port a in
            port deep out
            rule "r"
              take rpn 0 value 256
              set channel = 2
              send deep
            --- in
            0 a B0 65 00 B0 64 00 B0 06 02
            --- out
            5.000 deep B1 65 00
            5.000 deep B1 64 00
            5.000 deep B1 06 02
            5.000 deep B1 26 00
            CASE;
        yield 'controller pairs' => <<<'CASE'
            port a in
            port deep out
            rule "r"
              take cc14 1
              send deep
            rule "p"
              take cc
              send deep channel 9
            --- in
            0 a B0 01 10 B0 21 20
            1 a B0 21 22
            2 a B0 07 05
            --- out
            0.000 deep B0 01 10
            0.000 deep B0 21 20
            1.000 deep B0 01 10
            1.000 deep B0 21 22
            2.000 deep B8 07 05
            CASE;
        yield 'a selection stays: one parameter, several data entries' => <<<'CASE'
            port a in
            port deep out
            rule "n"
              take nrpn 8:3
              become cc 74 value value / 128
              send deep
            --- in
            0 a B0 63 08 62 03 06 10 26 00
            10 a B0 06 20
            20 a B0 06 30
            --- out
            0.000 deep B0 4A 10
            15.000 deep B0 4A 20
            25.000 deep B0 4A 30
            CASE;
        yield 'every channel has a selection of its own' => <<<'CASE'
            port a in
            port deep out
            rule "n"
              take nrpn
              become program number
              send deep
            --- in
            0 a B0 63 00 62 01 B1 63 00 62 02
            1 a B0 06 00 26 00
            2 a B1 06 00 26 00
            --- out
            1.000 deep C0 01
            2.000 deep C1 02
            CASE;
        yield 'real-time messages do not end the wait, and are not held up' => <<<'CASE'
            port a in
            port deep out
            rule "n"
              take any
              take nrpn
              send deep
            --- in
            0 a B0 63 00 62 01 06 10
            1 a F8
            2 a FE
            3 a B0 26 11
            --- out
            1.000 deep F8
            2.000 deep FE
            3.000 deep B0 63 00
            3.000 deep B0 62 01
            3.000 deep B0 06 10
            3.000 deep B0 26 11
            CASE;
        yield 'a note ends the wait and comes after the group' => <<<'CASE'
            port a in
            port deep out
            rule "n"
              take nrpn, note
              send deep
            --- in
            0 a B0 63 00 62 01 06 10
            1 a 90 3C 64
            2 a B0 26 11
            --- out
            1.000 deep B0 63 00
            1.000 deep B0 62 01
            1.000 deep B0 06 10
            1.000 deep B0 26 00
            1.000 deep 90 3C 64
            2.000 deep B0 63 00
            2.000 deep B0 62 01
            2.000 deep B0 06 10
            2.000 deep B0 26 11
            CASE;
        yield 'a message of another port does not end the wait' => <<<'CASE'
            port a in
            port b in
            port deep out
            rule "n"
              from a
              take nrpn
              send deep
            rule "b"
              from b
              take note
              send deep
            --- in
            0 a B0 63 00 62 01 06 10
            1 b 90 3C 64
            2 a B0 26 11
            --- out
            1.000 deep 90 3C 64
            2.000 deep B0 63 00
            2.000 deep B0 62 01
            2.000 deep B0 06 10
            2.000 deep B0 26 11
            CASE;
        yield 'two controllers merged onto one channel' => <<<'CASE'
            port left in
            port right in
            port deep out
            rule "merge"
              take nrpn
              set channel = 10
              send deep
            --- in
            0 left B0 63 01 62 10
            0.5 right B3 63 02 62 20
            1 left B0 06 40
            1.5 right B3 06 50
            2 left B0 26 01
            9 right B3 60 00
            --- out
            2.000 deep B9 63 01
            2.000 deep B9 62 10
            2.000 deep B9 06 40
            2.000 deep B9 26 01
            6.500 deep B9 63 02
            6.500 deep B9 62 20
            6.500 deep B9 06 50
            6.500 deep B9 26 00
            9.000 deep B9 63 02
            9.000 deep B9 62 20
            9.000 deep B9 06 50
            9.000 deep B9 26 01
            CASE;
        yield 'a parameter not asked for is unclaimed, not cut up' => <<<'CASE'
            port a in
            port deep out
            rule "n"
              take nrpn 1
              send deep
            rule "c"
              take cc
              send deep channel 16
            --- in
            0 a B0 63 00 62 02 06 10 26 00
            1 a B0 07 10
            --- out
            1.000 deep BF 07 10
            CASE;
        yield 'ports where nobody asks for groups pass plain controllers' => <<<'CASE'
            port a in
            port b in
            port deep out
            rule "n"
              from a
              take nrpn
              send deep
            rule "c"
              from b
              take cc
              send deep
            --- in
            0 b B0 63 00 62 02 06 10
            --- out
            0.000 deep B0 63 00
            0.000 deep B0 62 02
            0.000 deep B0 06 10
            CASE;
        yield 'deselected by the null parameter' => <<<'CASE'
            port a in
            port deep out
            rule "n"
              take rpn
              send deep
            rule "c"
              take cc
              send deep channel 2
            --- in
            0 a B0 65 00 64 00 06 02 26 00
            1 a B0 65 7F 64 7F
            2 a B0 06 05
            --- out
            0.000 deep B0 65 00
            0.000 deep B0 64 00
            0.000 deep B0 06 02
            0.000 deep B0 26 00
            2.000 deep B1 06 05
            CASE;
        yield 'selecting a registered parameter takes the other selection\'s place' => <<<'CASE'
            port a in
            port deep out
            rule "n"
              take nrpn
              become song 1
              send deep
            rule "r"
              take rpn
              become song 2
              send deep
            --- in
            0 a B0 63 00 62 05 06 01 26 00
            1 a B0 65 00 64 01 06 01 26 00
            --- out
            0.000 deep F3 01
            1.000 deep F3 02
            CASE;
        yield 'values and numbers are whole: conditions on 14 bits' => <<<'CASE'
            port a in
            port deep out
            rule "high"
              take nrpn 1024..1100 value 8192..16383
              set number = number + 1
              set value = value - 8192
              send deep
            --- in
            0 a B0 63 08 62 00 06 40 26 01
            1 a B0 06 3F 26 7F
            --- out
            0.000 deep B0 63 08
            0.000 deep B0 62 01
            0.000 deep B0 06 00
            0.000 deep B0 26 01
            CASE;
        yield 'counting up and down stops at the ends' => <<<'CASE'
            port a in
            port deep out
            rule "n"
              take nrpn
              become bend value - 8192
              send deep
            --- in
            0 a B0 63 00 62 01 06 7F 26 7F
            1 a B0 60 00
            2 a B0 06 00 26 00
            3 a B0 61 00
            --- out
            0.000 deep E0 7F 7F
            1.000 deep E0 7F 7F
            2.000 deep E0 00 00
            3.000 deep E0 00 00
            CASE;
        yield 'a coarse port counts in 7 bits, and its data entry does not wait' => <<<'CASE'
            port box in nrpn coarse
            port deep out
            rule "n"
              take nrpn value 0..127
              scale value 0..127 to 0..16383
              send deep
            --- in
            0 box B0 63 00 62 01 06 7E
            1 box B0 60 00
            2 box B0 60 00
            --- out
            0.000 deep B0 63 00
            0.000 deep B0 62 01
            0.000 deep B0 06 7E
            0.000 deep B0 26 7E
            1.000 deep B0 63 00
            1.000 deep B0 62 01
            1.000 deep B0 06 7F
            1.000 deep B0 26 7F
            2.000 deep B0 63 00
            2.000 deep B0 62 01
            2.000 deep B0 06 7F
            2.000 deep B0 26 7F
            CASE;
        yield 'a 14-bit parameter drives a 7-bit dial' => <<<'CASE'
            port a in
            port moths out
            rule "n"
              take nrpn 8:3
              become cc 20 value value
              scale value 0..127 to 0..127
              send moths
            rule "m"
              take nrpn 8:4
              scale value 0..16383 to 0..127
              become cc 21 value value
              send moths
            --- in
            0 a B0 63 08 62 03 06 01 26 00
            1 a B0 62 04 06 40 26 00
            --- out
            0.000 moths B0 14 7F
            1.000 moths B0 15 40
            CASE;
        yield 'pairs: the upper half waits, the lower half alone keeps it' => <<<'CASE'
            port a in
            port deep out
            rule "p"
              take cc14 7
              become bend value - 8192
              send deep
            rule "c"
              take cc
              send deep
            --- in
            0 a B0 07 40
            10 a B0 27 05
            11 a B0 27 06
            12 a B0 07 41 27 00
            13 a B0 08 01
            14 a B0 28 01
            --- out
            5.000 deep E0 00 40
            10.000 deep E0 05 40
            11.000 deep E0 06 40
            12.000 deep E0 00 41
            13.000 deep B0 08 01
            14.000 deep B0 28 01
            CASE;
        yield 'a pair goes out whole, and so does a program with its bank' => <<<'CASE'
            port keys in
            port deep out
            rule "p"
              take cc 1
              become cc14 1 value value * 129
              send deep
            rule "b"
              take program
              become program program bank 1000 channel 4
              send deep
            --- in
            0 keys B0 01 7F
            1 keys C0 09
            --- out
            0.000 deep B0 01 7F
            0.000 deep B0 21 7F
            1.000 deep B3 00 07
            1.000 deep B3 20 68
            1.000 deep C3 09
            CASE;
        yield 'posted parameters' => <<<'CASE'
            port keys in
            port deep out
            port box out nrpn coarse
            rule "p"
              take note
              post nrpn 8:3 value 300 channel 2 to deep
              post nrpn 8:3 value 100 channel 2 to box
              post rpn 0 value 256 to deep
              send deep
            --- in
            0 keys 90 3C 64
            1 keys 80 3C 40
            --- out
            0.000 deep B1 63 08
            0.000 deep B1 62 03
            0.000 deep B1 06 02
            0.000 deep B1 26 2C
            0.000 box B1 63 08
            0.000 box B1 62 03
            0.000 box B1 06 64
            0.000 deep B0 65 00
            0.000 deep B0 64 00
            0.000 deep B0 06 02
            0.000 deep B0 26 00
            0.000 deep 90 3C 64
            1.000 deep 80 3C 40
            CASE;
        yield 'a thinned parameter sends its latest value whole' => <<<'CASE'
            port a in
            port deep out
            rule "n"
              take nrpn
              thin 20ms
              send deep
            --- in
            0 a B0 63 00 62 01 06 10 26 00
            1 a B0 06 11 26 01
            2 a B0 06 12 26 02
            --- out
            0.000 deep B0 63 00
            0.000 deep B0 62 01
            0.000 deep B0 06 10
            0.000 deep B0 26 00
            20.000 deep B0 63 00
            20.000 deep B0 62 01
            20.000 deep B0 06 12
            20.000 deep B0 26 02
            CASE;
    }
}
