<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Engine;

use ZigzagPost\Tests\Core\TapeTestCase;

/** Stacks, what is posted later, and release. */
final class StacksTest extends TapeTestCase
{
    public static function cases(): iterable
    {
        yield 'a stack is done in a rule, in another stack, and by a scene; not in a release' => <<<'CASE'
            port keys in
            port moths out
            memory m = 1
            stack storm
              post program m to moths
              delay 20ms
              remember m = m + 1
              do calm
            stack calm
              post cc 7 value m to moths
            rule "pad"
              take note
              do storm
              become cc 1 value velocity
              send moths
            scene "A"
              on enter do calm
            --- in
            10 keys 90 3C 40
            50 keys 80 3C 40
            --- out
            0.000 moths B0 07 01
            10.000 moths C0 01
            10.000 moths B0 01 40
            30.000 moths B0 07 02
            50.000 moths B0 01 00
            CASE;
        yield 'post after: computed now, sent later, cancelled by a panic of its port' => <<<'CASE'
            port keys in
            port moths out
            port gulls out
            rule "post"
              take cc 1
              post cc 2 value value channel 3 to moths, gulls after 100ms
              post note 60 for 20ms to moths after 100ms
              post sysex F0 7D {value} F7 to moths after 100ms
            rule "panic"
              take cc 9
              panic gulls
            --- in
            0 keys B0 01 05
            50 keys B0 01 06
            60 keys B0 09 00
            --- out
            100.000 moths B2 02 05
            100.000 moths 90 3C 40
            100.000 moths F0 7D 05 F7
            120.000 moths 80 3C 40
            150.000 moths B2 02 06
            150.000 moths 90 3C 40
            150.000 moths F0 7D 06 F7
            170.000 moths 80 3C 40
            CASE;
        yield 'release: latches, posted, gated and made notes in the order they began, then pedals' => <<<'CASE'
            port keys in
            port moths out
            rule "go"
              take cc 99
              go next
            scene "A"
              on leave release
            rule "latch"
              take note key 60
              toggle
              send moths
            rule "gate"
              take note key 61
              gate 10s
              send moths
            rule "played"
              take note key 62
              post note 72 for 10s to moths
              post note 73 for 10s to moths after 1s
              send moths
            rule "made"
              take cc 20
              become note 74 velocity value
              send moths
            rule "pedals"
              take cc 64..69
              send moths
            scene "B"
            rule "again"
              take note key 60
              send moths channel 2
            --- in
            0 keys B1 42 7F
            1 keys B0 40 7F
            2 keys B0 43 7F
            3 keys B0 43 00
            4 keys B0 14 40
            5 keys 90 3E 40
            6 keys 90 3C 40
            7 keys 80 3C 40
            8 keys 90 3D 40
            9 keys B0 63 7F
            20 keys 80 3E 40
            30 keys B0 14 00
            40 keys 90 3C 40
            --- out
            0.000 moths B1 42 7F
            1.000 moths B0 40 7F
            2.000 moths B0 43 7F
            3.000 moths B0 43 00
            4.000 moths 90 4A 40
            5.000 moths 90 48 40
            5.000 moths 90 3E 40
            6.000 moths 90 3C 40
            8.000 moths 90 3D 40
            9.000 moths 80 4A 40
            9.000 moths 80 48 40
            9.000 moths 80 3C 40
            9.000 moths 80 3D 40
            9.000 moths B0 40 00
            9.000 moths B1 42 00
            20.000 moths 80 3E 40
            40.000 moths 91 3C 40
            CASE;
        yield 'release leaves what rules of always hold; without scenes it ends what all rules hold' => <<<'CASE'
            port keys in
            port moths out
            rule "always"
              take note key 60
              toggle
              send moths
            rule "release"
              take cc 99
              release
            scene "A"
            rule "mine"
              take note key 61
              toggle
              send moths
            --- in
            0 keys 90 3C 40
            1 keys 80 3C 40
            2 keys 90 3D 40
            3 keys 80 3D 40
            4 keys B0 63 00
            5 keys 90 3D 40
            6 keys 80 3D 40
            --- out
            0.000 moths 90 3C 40
            2.000 moths 90 3D 40
            4.000 moths 80 3D 40
            5.000 moths 90 3D 40
            CASE;
        yield 'release: the delayed notes of latches are cancelled or end, a pedal that another rule lifted stays' => <<<'CASE'
            port keys in
            port moths out
            rule "latch"
              take note
              toggle
              delay 100ms
              send moths
            rule "down"
              take cc 1
              post cc 64 value 127 to moths
            rule "release"
              take cc 99
              release
            --- in
            0 keys 90 3C 40
            50 keys 90 3D 40
            60 keys B0 01 00
            120 keys B0 63 00
            200 keys 90 3C 40
            --- out
            60.000 moths B0 40 7F
            100.000 moths 90 3C 40
            120.000 moths 80 3C 40
            120.000 moths B0 40 00
            300.000 moths 90 3C 40
            CASE;
        yield 'release leaves pedals that a clock sent' => <<<'CASE'
            port keys in
            port moths out
            clock lead
              tempo 120
              taps 1 of cc 64 value 127 to moths
            rule "tempo"
              take cc 1
              tempo lead = 100
            rule "release"
              take cc 99
              release
            --- in
            0 keys B0 01 00
            50 keys B0 63 00
            --- out
            0.000 moths B0 40 7F
            CASE;
    }
}
