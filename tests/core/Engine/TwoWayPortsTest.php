<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Engine;

use ZigzagPost\Tests\Core\TapeTestCase;

/** Ports that are an in port and an out port of one name. */
final class TwoWayPortsTest extends TapeTestCase
{
    public static function cases(): iterable
    {
        yield 'which side is meant follows from the place' => <<<'CASE'
            port treadle in out
            port moths out
            rule "lamps"
              from treadle
              take cc
              send treadle, moths
            --- in
            0 treadle B0 50 7F
            --- out
            0.000 treadle B0 50 7F
            0.000 moths B0 50 7F
            CASE;

        yield 'coarse counts for both sides' => <<<'CASE'
            port box in out nrpn coarse
            rule "parameters"
              take nrpn 300
              send box
            --- in
            0 box B0 63 02
            0 box B0 62 2C
            0 box B0 06 05
            --- out
            0.000 box B0 63 02
            0.000 box B0 62 2C
            0.000 box B0 06 05
            CASE;

        yield 'the zone counts for both sides: it is set up where it sends, and heard where it comes in' => <<<'CASE'
            port slab in out mpe lower 15 bend 24
            rule "back"
              take mpe
              send slab
            --- in
            0 slab 91 3C 64
            1 slab 81 3C 40
            --- out
            0.000 slab B0 65 00
            0.000 slab B0 64 06
            0.000 slab B0 06 0F
            0.000 slab B0 26 00
            0.000 slab B1 65 00
            0.000 slab B1 64 00
            0.000 slab B1 06 18
            0.000 slab B1 26 00
            0.000 slab 91 3C 64
            1.000 slab 81 3C 40
            CASE;

        yield 'voices without a space' => <<<'CASE'
            port keys in
            port moths out
            port terns out
            rule "deal"
              take note
              spread over moths x1, terns x 1
            --- in
            0 keys 90 3C 64
            0 keys 90 3E 64
            0 keys 90 40 64
            --- out
            0.000 moths 90 3C 64
            0.000 terns 90 3E 64
            0.000 moths 80 3C 40
            0.000 moths 90 40 64
            CASE;

        yield 'panic of all ports reaches the out side' => <<<'CASE'
            port treadle in out
            port keys in
            rule "stop"
              take cc 80
              panic
            rule "r"
              take note
              send treadle
            --- in
            0 keys 90 3C 64
            1 treadle B0 50 7F
            --- out
            0.000 treadle 90 3C 64
            1.000 treadle 80 3C 40
            1.000 treadle B0 40 00
            1.000 treadle B0 7B 00
            1.000 treadle B0 78 00
            CASE;
    }
}
