<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Engine;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Tests\Core\Play;

/** Time, scenes, groups, voices, MPE and clocks: a rulebook and a tape in, a tape out. */
final class LanguageTest extends TestCase
{
    /** @return iterable<string, array{string, string, string}> rulebook, tape, tape */
    public static function time(): iterable
    {
        $keys = "port keys in\nport moths out\nrule \"r\"\n  take ";
        yield 'a delayed note keeps its length' => ["{$keys}note\n  delay 100ms\n  send moths\n", "0 keys 90 3C 64\n50 keys 80 3C 11", "100.000 moths 90 3C 64\n150.000 moths 80 3C 11"];
        yield 'what a delayed pad makes is released later' => ["{$keys}note\n  become cc 5 value velocity\n  delay 30ms\n  send moths\n", "0 keys 90 3C 33\n10 keys 80 3C 00", "30.000 moths B0 05 33\n40.000 moths B0 05 00"];
        yield 'due before the event at the same time' => ["{$keys}cc\n  send moths\n  delay 10ms\n  set number = 9\n  send moths\n", "0 keys B0 01 01\n10 keys B0 02 02", "0.000 moths B0 01 01\n10.000 moths B0 09 01\n10.000 moths B0 02 02\n20.000 moths B0 09 02"];
        yield 'a gate' => ["{$keys}note\n  gate 50ms\n  send moths\n", "0 keys 90 3C 64\n10 keys 80 3C 40\n100 keys 90 3C 64\n120 keys 90 3C 50", "0.000 moths 90 3C 64\n50.000 moths 80 3C 40\n100.000 moths 90 3C 64\n120.000 moths 80 3C 40\n120.000 moths 90 3C 50\n170.000 moths 80 3C 40"];
        yield 'thin lets the last value through' => ["{$keys}cc\n  thin 20ms\n  send moths\n", "0 keys B0 01 01\n5 keys B0 01 02\n6 keys B0 02 07\n10 keys B0 01 03\n20 keys B0 01 04\n90 keys B0 01 05", "0.000 moths B0 01 01\n6.000 moths B0 02 07\n20.000 moths B0 01 03\n40.000 moths B0 01 04\n90.000 moths B0 01 05"];
        yield 'a dead band lets ends through' => ["{$keys}cc\n  deadband 5\n  send moths\n", "0 keys B0 01 10\n1 keys B0 01 12\n2 keys B0 01 15\n3 keys B0 01 7C\n4 keys B0 01 7F\n5 keys B0 01 7F\n6 keys B0 01 7C", "0.000 moths B0 01 10\n2.000 moths B0 01 15\n3.000 moths B0 01 7C\n4.000 moths B0 01 7F"];
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function scenes(): iterable
    {
        $book = "port keys in\nport moths out\nrule \"go\"\n  take cc 80\n  press\n  go next\nrule \"to\"\n  take cc 81\n  go value\nrule \"named\"\n  take cc 82\n  go \"Sea\"\nscene \"Harbour\"\n  on enter post program 3 to moths\n  on leave post cc 1 value 9 to moths\nrule \"h\"\n  take note\n  send moths\nscene \"Sea\"\n  on enter post program 4 to moths\nrule \"s\"\n  take note\n  set key = 72\n  set velocity = scene\n  send moths\n";
        yield 'presets, and a note held over the change' => [$book, "0 keys 90 3C 64\n1 keys B0 50 7F\n2 keys 80 3C 40\n3 keys 90 3C 64\n4 keys 80 3C 40", "0.000 moths C0 03\n0.000 moths 90 3C 64\n1.000 moths B0 01 09\n1.000 moths C0 04\n2.000 moths 80 3C 40\n3.000 moths 90 48 02\n4.000 moths 80 48 40"];
        yield 'out of range does nothing' => [$book, "0 keys B0 51 03\n1 keys B0 51 00\n2 keys B0 50 7F\n3 keys B0 50 7F", "0.000 moths C0 03\n2.000 moths B0 01 09\n2.000 moths C0 04"];
        yield 'by name' => [$book, '0 keys B0 52 00', "0.000 moths C0 03\n0.000 moths B0 01 09\n0.000 moths C0 04"];
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function takeover(): iterable
    {
        $book = "port keys in\nport desk in\nport moths out\nrule \"m\"\n  from desk\n  take cc\n  mirror moths\nrule \"r\"\n  take cc\n  send moths ";
        $tape = "0 keys B0 03 40\n1 desk B0 03 20\n2 keys B0 03 41\n3 keys B0 03 50\n4 keys B0 03 1F\n5 keys B0 03 30\n6 desk B0 03 30\n7 keys B0 03 31";
        yield 'jump' => [$book."jump\n", $tape, "0.000 moths B0 03 40\n2.000 moths B0 03 41\n3.000 moths B0 03 50\n4.000 moths B0 03 1F\n5.000 moths B0 03 30\n7.000 moths B0 03 31"];
        yield 'pickup' => [$book."pickup\n", $tape, "0.000 moths B0 03 40\n4.000 moths B0 03 1F\n5.000 moths B0 03 30\n7.000 moths B0 03 31"];
        yield 'scaled' => [$book."scaled\n", "0 keys B0 03 40\n1 desk B0 03 20\n2 keys B0 03 40\n3 keys B0 03 50\n4 keys B0 03 00\n5 keys B0 03 7F", "0.000 moths B0 03 40\n3.000 moths B0 03 38\n4.000 moths B0 03 00\n5.000 moths B0 03 7F"];
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function parameterGroups(): iterable
    {
        $book = "port a in\nport b in\nport deep out\nrule \"n\"\n  take nrpn\n  send deep channel 5\nrule \"c\"\n  take cc\n  send deep\n";
        yield 'with and without a lower half' => [$book, "0 a B0 63 08 B0 62 03 B0 06 40 B0 26 05\n1 a B0 06 41\n20 a B0 26 02", "0.000 deep B4 63 08\n0.000 deep B4 62 03\n0.000 deep B4 06 40\n0.000 deep B4 26 05\n6.000 deep B4 63 08\n6.000 deep B4 62 03\n6.000 deep B4 06 41\n6.000 deep B4 26 00\n20.000 deep B4 63 08\n20.000 deep B4 62 03\n20.000 deep B4 06 41\n20.000 deep B4 26 02"];
        yield 'two controllers merged on one channel stay whole' => [$book, "0 a B0 63 00 B0 62 01\n0.5 b B0 63 00 B0 62 02\n1 a B0 06 10\n2 b B0 06 20\n3 a B0 26 01\n4 b B0 26 02", "3.000 deep B4 63 00\n3.000 deep B4 62 01\n3.000 deep B4 06 10\n3.000 deep B4 26 01\n4.000 deep B4 63 00\n4.000 deep B4 62 02\n4.000 deep B4 06 20\n4.000 deep B4 26 02"];
        yield 'the next message of the port lets it go first' => [$book, '0 a B0 63 00 B0 62 01 B0 06 10 F8 B1 07 01', "0.000 deep B4 63 00\n0.000 deep B4 62 01\n0.000 deep B4 06 10\n0.000 deep B4 26 00\n0.000 deep B1 07 01"];
        yield 'increment and decrement' => [$book, '0 a B0 63 00 B0 62 01 B0 06 01 B0 26 00 B0 60 00 B0 61 00 B0 61 00', "0.000 deep B4 63 00\n0.000 deep B4 62 01\n0.000 deep B4 06 01\n0.000 deep B4 26 00\n0.000 deep B4 63 00\n0.000 deep B4 62 01\n0.000 deep B4 06 01\n0.000 deep B4 26 01\n0.000 deep B4 63 00\n0.000 deep B4 62 01\n0.000 deep B4 06 01\n0.000 deep B4 26 00\n0.000 deep B4 63 00\n0.000 deep B4 62 01\n0.000 deep B4 06 00\n0.000 deep B4 26 7F"];
        yield 'deselected, data entry is a controller' => [$book, '0 a B0 63 7F B0 62 7F B0 06 01', '0.000 deep B0 06 01'];
        yield 'coarse ports' => ["port a in nrpn coarse\nport box out nrpn coarse\nport deep out\nrule \"n\"\n  take nrpn 8:3\n  send box, deep\n", '0 a B0 63 08 B0 62 03 B0 06 40', "0.000 box B0 63 08\n0.000 box B0 62 03\n0.000 box B0 06 40\n0.000 deep B0 63 08\n0.000 deep B0 62 03\n0.000 deep B0 06 00\n0.000 deep B0 26 40"];
        yield 'a 7-bit dial drives a 14-bit parameter' => ["port a in\nport deep out\nrule \"r\"\n  take cc 20\n  become nrpn 8:3 value value\n  scale value 0..127 to 0..16383\n  send deep\n", '0 a B0 14 40', "0.000 deep B0 63 08\n0.000 deep B0 62 03\n0.000 deep B0 06 40\n0.000 deep B0 26 40"];
        yield 'registered parameters' => ["port a in\nport deep out\nrule \"r\"\n  take rpn 0 value 256\n  set channel = 2\n  send deep\n", '0 a B0 65 00 B0 64 00 B0 06 02', "5.000 deep B1 65 00\n5.000 deep B1 64 00\n5.000 deep B1 06 02\n5.000 deep B1 26 00"];
        yield 'controller pairs' => ["port a in\nport deep out\nrule \"r\"\n  take cc14 1\n  send deep\nrule \"p\"\n  take cc\n  send deep channel 9\n", "0 a B0 01 10 B0 21 20\n1 a B0 21 22\n2 a B0 07 05", "0.000 deep B0 01 10\n0.000 deep B0 21 20\n1.000 deep B0 01 10\n1.000 deep B0 21 22\n2.000 deep B8 07 05"];
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function voices(): iterable
    {
        $book = "port keys in\nport one out\nport two out\nrule \"s\"\n  take note, cc 64\n  spread over ";
        yield 'rotating, with the pedal down, the oldest is stolen' => ["{$book}one x 1, two x 2\n", "0 keys B0 40 7F\n1 keys 90 3C 64\n2 keys 90 3D 64\n3 keys 90 3E 64\n4 keys 80 3C 40\n5 keys 90 3F 64\n6 keys 90 40 64\n7 keys 80 3D 40", "0.000 one B0 40 7F\n0.000 two B0 40 7F\n1.000 one 90 3C 64\n2.000 two 90 3D 64\n3.000 two 90 3E 64\n4.000 one 80 3C 40\n5.000 one 90 3F 64\n6.000 two 80 3D 40\n6.000 two 90 40 64"];
        yield 'rotate takes the next free one' => ["{$book}one x 2, two x 1\n", "0 keys 90 3C 64\n1 keys 80 3C 40\n2 keys 90 3D 64\n3 keys 80 3D 40\n4 keys 90 3E 64", "0.000 one 90 3C 64\n1.000 one 80 3C 40\n2.000 one 90 3D 64\n3.000 one 80 3D 40\n4.000 two 90 3E 64"];
        yield 'fill takes the lowest' => ["{$book}one x 1, two x 1 fill\n", "0 keys 90 3C 64\n1 keys 80 3C 40\n2 keys 90 3D 64", "0.000 one 90 3C 64\n1.000 one 80 3C 40\n2.000 one 90 3D 64"];
        yield 'nothing is stolen' => ["{$book}one x 1 steal none\n", "0 keys 90 3C 64\n1 keys 90 3D 64\n2 keys 80 3D 40\n3 keys 80 3C 40", "0.000 one 90 3C 64\n3.000 one 80 3C 40"];
        yield 'over channels' => ["{$book}one channels 4,7\n", "0 keys 90 3C 64\n1 keys 90 3D 64\n2 keys 80 3C 40", "0.000 one 93 3C 64\n1.000 one 96 3D 64\n2.000 one 83 3C 40"];
        yield 'expression follows its note to a mono channel' => ["port slab in mpe lower 15\nport one out\nrule \"s\"\n  take mpe\n  spread over one channels 4,7\n", "0 slab 91 3C 64\n1 slab 92 3D 64\n2 slab E2 00 50\n3 slab D1 11\n4 slab E0 00 41", "0.000 one 93 3C 64\n1.000 one 96 3D 64\n2.000 one E6 00 50\n3.000 one D3 11\n4.000 one E0 00 41"];
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function mpe(): iterable
    {
        $book = "port slab in mpe lower 15 bend 48\nport synth out\nrule \"f\"\n  take mpe\n  flatten to channel 1";
        yield 'bend and timbre of the last note' => ["{$book} bend 12\n  send synth\n", "0 slab E1 00 44 B1 4A 50 91 3C 64\n1 slab 92 40 64\n2 slab E1 00 48\n3 slab E2 00 41\n4 slab E0 00 50\n5 slab 82 40 40\n6 slab 81 3C 11", "0.000 synth E0 00 50\n0.000 synth B0 4A 50\n0.000 synth 90 3C 64\n1.000 synth E0 00 40\n1.000 synth B0 4A 40\n1.000 synth 90 40 64\n3.000 synth E0 00 44\n4.000 synth E0 55 46\n5.000 synth 80 40 40\n5.000 synth E0 55 62\n5.000 synth B0 4A 50\n6.000 synth 80 3C 11"];
        yield 'the highest note counts' => ["{$book} bend 48 priority high timbre drop\n  send synth\n", "0 slab 92 40 64\n1 slab 91 3C 64\n2 slab E1 00 48\n3 slab E2 00 50\n4 slab B2 4A 11", "0.000 synth 90 40 64\n1.000 synth 90 3C 64\n3.000 synth E0 00 50"];
        yield 'pressure of every key' => ["{$book}\n  send synth\n", "0 slab 92 40 64\n1 slab 91 3C 64\n2 slab D2 33", "0.000 synth 90 40 64\n1.000 synth 90 3C 64\n2.000 synth A0 40 33"];
        yield 'pressure as a controller' => ["{$book} pressure cc 11\n  send synth\n", "0 slab 92 40 64\n1 slab D2 33\n2 slab D0 05", "0.000 synth 90 40 64\n1.000 synth B0 0B 33\n2.000 synth D0 05"];
        yield 'the zone setting message is obeyed' => ["{$book} bend 2\n  send synth\n", "0 slab B0 65 00 B0 64 06 B0 06 01 B1 65 00 B1 64 00 B1 06 02\n1 slab 91 3C 64\n2 slab E1 00 50\n3 slab 92 40 64", "0.000 synth B0 65 00\n0.000 synth B0 64 06\n0.000 synth B0 06 01\n0.000 synth B0 65 00\n0.000 synth B0 64 00\n0.000 synth B0 06 02\n1.000 synth 90 3C 64\n2.000 synth E0 00 50"];
        yield 'fanned out' => ["port keys in\nport slab out mpe upper 2 bend 24\nrule \"f\"\n  take any\n  fan out to slab\n", "0 keys 90 3C 64\n1 keys A0 3C 50\n2 keys 80 3C 40\n3 keys 90 3E 64\n4 keys 90 3F 01\n5 keys E0 00 50", "0.000 slab BF 65 00\n0.000 slab BF 64 06\n0.000 slab BF 06 02\n0.000 slab BF 26 00\n0.000 slab BE 65 00\n0.000 slab BE 64 00\n0.000 slab BE 06 18\n0.000 slab BE 26 00\n0.000 slab 9E 3C 64\n1.000 slab DE 50\n2.000 slab 8E 3C 40\n3.000 slab 9D 3E 64\n4.000 slab DE 00\n4.000 slab 9E 3F 01\n5.000 slab EF 00 50"];
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function clocks(): iterable
    {
        $clock = "port keys in\nport treadle out\nport ticker out pulse\nport echo out\nclock lead\n  tempo 120\n  send treadle\n  pulse 24 per beat to ticker\n  taps 2 of cc 30 value 127 channel 5 to echo\nrule \"s\"\n  take cc 1\n  press\n  start lead\nrule \"x\"\n  take cc 2\n  stop lead\nrule \"t\"\n  take cc 3\n  press\n  tap lead\nrule \"te\"\n  take cc 4\n  tempo lead = value * 10\n";
        yield 'start, ticks and stop' => [$clock, "0 keys B0 01 7F\n45 keys B0 02 00\n99 keys B0 09 00", "0.000 treadle FA\n0.000 treadle F8\n0.000 ticker pulse 5\n20.833 treadle F8\n20.833 ticker pulse 5\n41.667 treadle F8\n41.667 ticker pulse 5\n45.000 treadle FC"];
        yield 'a tempo change counts anew and is told by taps' => [$clock, "0 keys B0 01 7F\n30 keys B0 04 0F\n50 keys B0 02 00", "0.000 treadle FA\n0.000 treadle F8\n0.000 ticker pulse 5\n20.833 treadle F8\n20.833 ticker pulse 5\n30.000 echo B4 1E 7F\n46.667 treadle F8\n46.667 ticker pulse 5\n50.000 treadle FC\n430.000 echo B4 1E 7F"];
        yield 'tapped tempo' => [$clock, "0 keys B0 03 7F\n400 keys B0 03 7F\n800 keys B0 03 7F", "400.000 echo B4 1E 7F\n800.000 echo B4 1E 7F"];
        yield 'a tap far from the mean begins anew' => [$clock, "0 keys B0 03 7F\n500 keys B0 03 7F\n800 keys B0 03 7F\n3000 keys B0 03 7F", "800.000 echo B4 1E 7F\n1100.000 echo B4 1E 7F"];
        yield 'divided' => ["port keys in\nport moths out\nrule \"d\"\n  take clock, start\n  divide 2\n  send moths\n", "0 keys F8\n1 keys F8\n2 keys F8\n3 keys FA\n3 keys F8\n4 keys F8", "0.000 moths F8\n2.000 moths F8\n3.000 moths FA\n3.000 moths F8"];
        yield 'multiplied' => ["port keys in\nport moths out\nrule \"d\"\n  take clock\n  multiply 3\n  send moths\n", "0 keys F8\n10 keys F8\n20 keys F8", "0.000 moths F8\n10.000 moths F8\n13.333 moths F8\n16.667 moths F8\n20.000 moths F8\n23.333 moths F8\n26.667 moths F8"];
        yield 'followed' => ["port keys in\nport moths out\nclock lead\n  send moths\nrule \"d\"\n  take clock, start, stop\n  follow lead\n", "0 keys FA\n20 keys F8\n40 keys F8\n60 keys FC", "0.000 moths FA\n0.000 moths F8\n20.833 moths F8\n40.833 moths F8\n60.000 moths FC"];
        yield 'a posted pulse' => ["port keys in\nport ticker out pulse\nrule \"d\"\n  take note\n  post pulse 2.5ms to ticker\n", '0 keys 90 3C 64', '0.000 ticker pulse 2.5'];
    }

    #[DataProvider('time')]
    #[DataProvider('scenes')]
    #[DataProvider('takeover')]
    #[DataProvider('parameterGroups')]
    #[DataProvider('voices')]
    #[DataProvider('mpe')]
    #[DataProvider('clocks')]
    public function testTape(string $book, string $in, string $out): void
    {
        self::assertSame($out, implode("\n", Play::tape($book, $in)));
    }

    public function testClocksGoOnUntilTheTimeNamedOnly(): void
    {
        $book = "port keys in\nport moths out\nclock lead\n  send moths\nrule \"s\"\n  take start\n  start lead\n";
        self::assertCount(26, Play::tape($book, '0 keys FA', 500_000), 'a start, and the ticks of one beat and the first of the next');
    }
}
