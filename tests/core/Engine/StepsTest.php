<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Engine;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Tests\Core\Play;

/** What each selector, step and message does to single messages. */
final class StepsTest extends TestCase
{
    /** @return iterable<string, array{string, list<string>, list<string>}> rule, messages in, messages out */
    public static function rules(): iterable
    {
        $send = "send moths\n";
        // selectors
        yield 'kinds' => ["take cc, program\n{$send}", ['B0 01 02', 'C0 05', 'E0 00 40'], ['moths B0 01 02', 'moths C0 05']];
        yield 'cc leaves mode messages alone' => ["take cc\n{$send}", ['B0 77 01', 'B0 78 00'], ['moths B0 77 01']];
        yield 'unless numbers say otherwise' => [
            "take cc 119..123\n{$send}",
            ['B0 78 00', 'B0 7B 00', 'B0 7C 00'],
            ['moths B0 78 00', 'moths B0 7B 00'],
        ];
        yield 'mode' => ["take mode\n{$send}", ['B0 7B 00', 'B0 01 00'], ['moths B0 7B 00']];
        yield 'numbers, then another kind' => [
            "take cc 1,3..4, bend\n{$send}",
            ['B0 01 00', 'B0 02 00', 'B0 04 00', 'E0 01 02'],
            ['moths B0 01 00', 'moths B0 04 00', 'moths E0 01 02'],
        ];
        yield 'channels' => [
            "take cc channel 2,4..5\n{$send}",
            ['B0 01 01', 'B1 01 01', 'B4 01 01', 'B5 01 01'],
            ['moths B1 01 01', 'moths B4 01 01'],
        ];
        yield 'a condition is for the kinds that have it' => ["take cc, clock channel 2\n{$send}", ['B0 01 01', 'F8'], ['moths F8']];
        yield 'keys' => [
            "take note, polypressure key C4..D4\n{$send}",
            ['90 3B 01', '90 3C 01', 'A0 3E 05', 'A0 3F 05'],
            ['moths 90 3C 01', 'moths A0 3E 05'],
        ];
        yield 'velocities' => ["take note velocity 100..127\n{$send}", ['90 3C 63', '90 3D 64'], ['moths 90 3D 64']];
        yield 'values' => [
            "take cc, bend value 0..10\n{$send}",
            ['B0 01 0A', 'B0 01 0B', 'E0 00 40', 'E0 00 00'],
            ['moths B0 01 0A', 'moths E0 00 40'],
        ];
        yield 'where' => ["take cc where value % 2 = 0 and number > 1\n{$send}", ['B0 02 04', 'B0 02 05', 'B0 01 04'], ['moths B0 02 04']];
        yield 'changed: the first one, and what differs from the one before' => [
            "take cc changed\n{$send}",
            ['B0 01 05', 'B0 01 05', 'B0 02 05', 'B1 01 05', 'B0 01 06', 'B0 01 05'],
            ['moths B0 01 05', 'moths B0 02 05', 'moths B1 01 05', 'moths B0 01 06', 'moths B0 01 05'],
        ];
        yield 'changed, after conditions and before where' => [
            "take cc, bend channel 1 value 1..127 changed where value != 9\n{$send}",
            ['B0 01 05', 'B0 01 00', 'B0 01 05', 'B0 01 09', 'B0 01 05', 'E0 00 40', 'E0 01 40', 'E0 01 40'],
            ['moths B0 01 05', 'moths B0 01 05', 'moths B0 01 05', 'moths E0 01 40'],
        ];
        yield 'changed, whatever rules saw the last one' => [
            "take cc value 100\ndrop\nrule \"s\"\ntake cc changed\n{$send}",
            ['B0 01 64', 'B0 01 64', 'B0 01 05', 'B0 01 64', 'B0 01 05', 'B0 01 05'],
            ['moths B0 01 05', 'moths B0 01 05'],
        ];
        yield 'changed, of a parameter' => [
            "take nrpn 300 changed\nbecome cc 9 value 1\n{$send}",
            ['B0 63 02', 'B0 62 2C', 'B0 06 05', 'B0 26 00', 'B0 06 05', 'B0 26 00', 'B0 06 05', 'B0 26 01'],
            ['moths B0 09 01', 'moths B0 09 01'],
        ];
        yield 'any of several lines' => [
            "take cc 1\ntake cc 2 value 64..127\n{$send}",
            ['B0 01 00', 'B0 02 00', 'B0 02 40'],
            ['moths B0 01 00', 'moths B0 02 40'],
        ];
        yield 'system messages' => [
            "take sysex, position, song, tune, sensing, reset, timecode, start, continue, stop\n{$send}",
            ['F0 7D F7', 'F2 01 02', 'F3 04', 'F6', 'FE', 'FF', 'F1 22', 'FA', 'FB', 'FC', 'F8'],
            [
                'moths F0 7D F7',
                'moths F2 01 02',
                'moths F3 04',
                'moths F6',
                'moths FE',
                'moths FF',
                'moths F1 22',
                'moths FA',
                'moths FB',
                'moths FC',
            ],
        ];
        yield 'length of a system exclusive message' => ["take sysex value 4\n{$send}", ['F0 01 F7', 'F0 01 02 F7'], ['moths F0 01 02 F7']];
        yield 'any' => [
            "take any\n{$send}",
            ['F8', 'B0 7B 00', '90 3C 01', 'F0 F7'],
            ['moths F8', 'moths B0 7B 00', 'moths 90 3C 01', 'moths F0 F7'],
        ];
        // set
        yield 'set' => ["take cc\nset value = value * 2\nset number = 7\nset channel = 16\n{$send}", ['B0 01 20'], ['moths BF 07 40']];
        yield 'values are clamped' => ["take cc\nset value = value * 2\n{$send}", ['B0 01 60'], ['moths B0 01 7F']];
        yield 'keys out of range drop the message' => ["take note\nset key = key + 60\n{$send}", ['90 50 01', '90 40 01'], ['moths 90 7C 01']];
        yield 'or fold by octaves' => ["take note\nset key = key + 60 fold\n{$send}", ['90 50 01', '90 7F 01'], ['moths 90 74 01', 'moths 90 7F 01']];
        yield 'folded up' => ["take note\nset key = key - 60 fold\n{$send}", ['90 3B 01', '90 00 01'], ['moths 90 0B 01', 'moths 90 00 01']];
        yield 'channels out of range drop the message' => [
            "take cc\nset channel = channel + 15\n{$send}",
            ['B1 01 01', 'B0 01 01'],
            ['moths BF 01 01'],
        ];
        yield 'a note-on keeps a velocity' => ["take note\nset velocity = 0\n{$send}", ['90 3C 64'], ['moths 90 3C 01']];
        yield 'halves round away from zero' => [
            "take bend\nset bend = bend / 2\n{$send}",
            ['E0 03 40', 'E0 7D 3F'],
            ['moths E0 02 40', 'moths E0 7E 3F'],
        ];
        yield 'exact division' => ["take cc where value / 49 * 49 = value\n{$send}", ['B0 01 01', 'B0 01 07'], ['moths B0 01 01', 'moths B0 01 07']];
        yield 'division by what is zero drops' => ["take cc\nset value = 10 / value\n{$send}", ['B0 01 00', 'B0 01 04'], ['moths B0 01 03']];
        yield 'remainder by zero drops' => ["take cc\nset value = 10 % value\n{$send}", ['B0 01 00', 'B0 01 04'], ['moths B0 01 02']];
        yield 'and / or stop early' => [
            "take cc where value = 0 or 100 / value > 20\n{$send}",
            ['B0 01 00', 'B0 01 04', 'B0 01 05'],
            ['moths B0 01 00', 'moths B0 01 04'],
        ];
        yield 'functions' => [
            "take cc\nset value = clamp(min(value, 100), 20, max(30, 90)) + abs(-3)\n{$send}",
            ['B0 01 7F', 'B0 01 01'],
            ['moths B0 01 5D', 'moths B0 01 17'],
        ];
        yield 'floor and round' => [
            "take cc\nset number = floor(value / 2 - 10) + 20\nset value = round(value / 2 - 10) + 20\n{$send}",
            ['B0 01 05', 'B0 01 1E', 'B0 01 0D'],
            ['moths B0 0C 0C', 'moths B0 19 19', 'moths B0 10 10'],
        ];
        yield 'floor of what is known only when it runs' => [
            "take cc\nset value = floor(100 / value) * 10 + 60 + floor(-100 / value)\n{$send}",
            ['B0 01 1E', 'B0 01 64', 'B0 01 00'],
            ['moths B0 01 56', 'moths B0 01 45'],
        ];
        yield 'halves of a value are rounded and clamped' => [
            "take bend\npost cc 1 value high(bend + 8192) to moths\npost cc 2 value low(bend + 8192) to moths\npost cc 3 value low(-1) to "
                ."moths\npost cc 4 value high(99999) to moths\npost cc 5 value low(127.5) + high(127.5) to moths\n",
            ['E0 05 41'],
            ['moths B0 01 41', 'moths B0 02 05', 'moths B0 03 00', 'moths B0 04 7F', 'moths B0 05 01'],
        ];
        yield 'looked up in a table, rounded; what is not in it stays' => [
            "take note where kit(key) != 38\nset velocity = kit(velocity - 0.4) + 1\n{$send}",
            ['90 30 30', '90 32 30', '90 31 31'],
            ['moths 90 30 25', 'moths 90 31 32'],
        ];
        yield 'looked up twice' => ["take note\nset key = kit(kit(48) + 12)\n{$send}", ['90 00 01'], ['moths 90 24 01']];
        yield 'not binds looser than comparison' => ["take cc where not value > 5\n{$send}", ['B0 01 05', 'B0 01 06'], ['moths B0 01 05']];
        yield 'remainder of a negative number' => ["take note\nset key = (key - 62) % 12 + 60\n{$send}", ['90 3C 01'], ['moths 90 46 01']];
        yield 'a value by its other name' => [
            "take program, bend, pressure, polypressure where value > 3\nset value = value + 1\n{$send}",
            ['C0 04', 'C0 02', 'E0 05 40', 'D0 09', 'A0 3C 09'],
            ['moths C0 05', 'moths E0 06 40', 'moths D0 0A', 'moths A0 3C 0A'],
        ];
        yield 'pressure of either kind' => [
            "take pressure, polypressure\nset pressure = pressure * 2\n{$send}",
            ['D0 09', 'A0 3C 09'],
            ['moths D0 12', 'moths A0 3C 12'],
        ];
        yield 'the value of a note is its velocity' => [
            "take note value 50..127 where value > 60\nset value = value / 2\n{$send}",
            ['90 3C 40', '90 3D 3C'],
            ['moths 90 3C 20'],
        ];
        // scale, map
        yield 'scale' => [
            "take cc\nscale value 3..124 to 0..127\n{$send}",
            ['B0 01 00', 'B0 01 03', 'B0 01 40', 'B0 01 7C', 'B0 01 7F'],
            ['moths B0 01 00', 'moths B0 01 00', 'moths B0 01 40', 'moths B0 01 7F', 'moths B0 01 7F'],
        ];
        yield 'scale inverts' => [
            "take cc\nscale value 0..127 to 127..0\n{$send}",
            ['B0 01 00', 'B0 01 7F', 'B0 01 20'],
            ['moths B0 01 7F', 'moths B0 01 00', 'moths B0 01 5F'],
        ];
        yield 'scale over 14 bits' => [
            "take bend\nscale bend -8192..8191 to -4096..4096\n{$send}",
            ['E0 00 00', 'E0 00 40', 'E0 7F 7F'],
            ['moths E0 00 20', 'moths E0 00 40', 'moths E0 00 60'],
        ];
        yield 'scale by a curve' => [
            "take cc\nscale value 0..127 to 0..127 curve soft\n{$send}",
            ['B0 01 00', 'B0 01 14', 'B0 01 28', 'B0 01 7F'],
            ['moths B0 01 00', 'moths B0 01 2D', 'moths B0 01 5A', 'moths B0 01 7F'],
        ];
        yield 'map' => ["take note\nmap key kit\n{$send}", ['90 30 01', '90 31 01'], ['moths 90 24 01', 'moths 90 31 01']];
        yield 'map else drop' => ["take note\nmap key kit else drop\n{$send}", ['90 30 01', '90 31 01'], ['moths 90 24 01']];
        // become
        yield 'controller from bend' => [
            "take bend\nbecome cc 1 value (bend + 8192) / 128\n{$send}",
            ['E3 00 40', 'E3 7F 7F'],
            ['moths B3 01 40', 'moths B3 01 7F'],
        ];
        yield 'channel given' => [
            "take cc\nbecome bend value * 100 channel 9\n{$send}",
            ['B0 01 00', 'B0 01 10'],
            ['moths E8 00 40', 'moths E8 40 4C'],
        ];
        yield 'another channel than the one asked for' => [
            "take cc channel 3\nbecome cc 2 value value channel 5\n{$send}",
            ['B2 01 05'],
            ['moths B4 02 05'],
        ];
        yield 'program with bank' => [
            "take cc\nbecome program value bank 129\n{$send}",
            ['B2 01 05'],
            ['moths B2 00 01', 'moths B2 20 01', 'moths C2 05'],
        ];
        yield 'key pressure' => ["take pressure\nbecome polypressure C4 value pressure\n{$send}", ['D0 11'], ['moths A0 3C 11']];
        yield 'system exclusive' => [
            "take cc\nbecome sysex F0 7D {number} {value * 2} F7\n{$send}",
            ['B0 01 05', 'B0 01 60'],
            ['moths F0 7D 01 0A F7', 'moths F0 7D 01 7F F7'],
        ];
        yield 'system messages made' => [
            "take cc\nbecome position value * 100\n{$send}become song 5\n{$send}become start\n{$send}",
            ['B0 01 02'],
            ['moths F2 48 01', 'moths F3 05', 'moths FA'],
        ];
        yield 'a note from a controller' => [
            "take cc\nbecome note 60 velocity value\n{$send}",
            ['B0 01 40', 'B0 01 00'],
            ['moths 90 3C 40', 'moths 80 3C 40'],
        ];
        yield 'its velocity is the value if not given' => [
            "take cc\nbecome note 60\n{$send}",
            ['B0 01 21', 'B0 01 00'],
            ['moths 90 3C 21', 'moths 80 3C 40'],
        ];
        yield 'every control ends its own note' => [
            "take cc\nbecome note 40 + number velocity value\n{$send}",
            ['B0 01 40', 'B0 02 41', 'B0 01 00', 'B0 02 00'],
            ['moths 90 29 40', 'moths 90 2A 41', 'moths 80 29 40', 'moths 80 2A 40'],
        ];
        yield 'a momentary controller from a note' => [
            "take note\nbecome cc 20 value velocity\n{$send}",
            ['90 3C 64', '80 3C 11'],
            ['moths B0 14 64', 'moths B0 14 00'],
        ];
        yield 'no controller from nothing' => ["take start\nbecome cc 20 value 1\n{$send}", ['FA'], ['moths B0 14 01']];
        // gates of all kinds
        yield 'only' => [
            "take note\nonly velocity > 20\n{$send}",
            ['90 3C 14', '90 3D 15', '80 3C 00', '80 3D 00'],
            ['moths 90 3D 15', 'moths 80 3D 00'],
        ];
        yield 'press' => ["take cc\npress\n{$send}", ['B0 01 3F', 'B0 01 40', 'B0 01 00'], ['moths B0 01 40']];
        yield 'press of a note, made something else' => ["take note\npress\nbecome program key\n{$send}", ['90 05 01', '80 05 00'], ['moths C0 05']];
        yield 'a note sent after press still ends' => ["take note\npress\n{$send}", ['90 05 01', '80 05 00'], ['moths 90 05 01', 'moths 80 05 00']];
        yield 'toggle' => [
            "take cc\ntoggle\n{$send}",
            ['B0 01 7F', 'B0 01 00', 'B0 01 7F', 'B0 01 00', 'B0 01 7F'],
            ['moths B0 01 7F', 'moths B0 01 00', 'moths B0 01 7F'],
        ];
        yield 'toggle between two values' => ["take cc\ntoggle 20 90\n{$send}", ['B0 01 7F', 'B0 01 7F'], ['moths B0 01 5A', 'moths B0 01 14']];
        yield 'each control has its own toggle' => [
            "take cc\ntoggle\n{$send}",
            ['B0 01 7F', 'B0 02 7F', 'B0 01 7F'],
            ['moths B0 01 7F', 'moths B0 02 7F', 'moths B0 01 00'],
        ];
        yield 'a note latches' => [
            "take note\ntoggle\n{$send}",
            ['90 3C 64', '80 3C 40', '90 3C 33', '80 3C 22'],
            ['moths 90 3C 64', 'moths 80 3C 40'],
        ];
        yield 'a latched pad as a controller' => [
            "take note\ntoggle\nbecome cc 9 value velocity\n{$send}",
            ['90 3C 64', '80 3C 40', '90 3C 33', '80 3C 22'],
            ['moths B0 09 64', 'moths B0 09 00'],
        ];
        yield 'drop' => ["take any\ndrop\n", ['90 3C 64', 'F8'], []];
        // send, post
        yield 'several ports and channels' => [
            "take cc\nsend moths, gulls channel 3,5..6\n",
            ['B0 01 02'],
            ['moths B2 01 02', 'moths B4 01 02', 'moths B5 01 02', 'gulls B2 01 02', 'gulls B4 01 02', 'gulls B5 01 02'],
        ];
        yield 'steps go on after send' => ["take cc\nsend moths\nset value = 1\nsend gulls\n", ['B0 01 02'], ['moths B0 01 02', 'gulls B0 01 01']];
        yield 'system messages have no channel' => ["take clock\nsend moths channel 3,4\n", ['F8'], ['moths F8']];
        yield 'post' => ["take cc\npost program value channel 7 to moths, gulls\n", ['B0 01 05'], ['moths C6 05', 'gulls C6 05']];
        yield 'post is on channel 1' => [
            "take cc channel 5\npost cc 7 value 100 to moths\n{$send}",
            ['B4 01 05'],
            ['moths B0 07 64', 'moths B4 01 05'],
        ];
        yield 'post does nothing in a release' => [
            "take note\npost cc 7 value 1 to moths\nbecome cc 20 value velocity\n{$send}",
            ['90 3C 64', '80 3C 00'],
            ['moths B0 07 01', 'moths B0 14 64', 'moths B0 14 00'],
        ];
        yield 'a post out of range is left out alone' => [
            "take cc\npost program value + 100 to moths\n{$send}",
            ['B0 01 05', 'B0 01 7F'],
            ['moths C0 69', 'moths B0 01 05', 'moths B0 01 7F'],
        ];
        yield 'memory' => ["take cc\nremember m = m + 1 / 2\nset value = m\n{$send}", ['B0 01 00', 'B0 01 00'], ['moths B0 01 06', 'moths B0 01 07']];
        yield 'a field some messages lack drops those' => ["take note, cc\nset key = 60\n{$send}", ['B0 01 05', '90 30 40'], ['moths 90 3C 40']];
    }

    /**
     * @param list<string> $in
     * @param list<string> $out
     */
    #[DataProvider('rules')]
    public function testRule(string $rule, array $in, array $out): void
    {
        self::assertSame($out, Play::rule($rule, ...$in));
    }

    public function testProgramsFromOneAndMiddleC3(): void
    {
        $book =
            "programs from 1\nmiddle C3\n".
            Play::PORTS.
            "rule \"p\"\n  take program 1..4\n  set program = program + 1\n  send moths\nrule \"n\"\n  take note key C3\n  post program 128 "
                ."to moths\n  become cc 9 value key\n  send gulls\n";
        self::assertSame(
            ['0.000 moths C0 01', '2.000 moths C0 7F', '2.000 gulls B0 09 3C'],
            Play::tape($book, "0 keys C0 00\n1 keys C0 04\n2 keys 90 3C 01"),
        );
    }

    public function testTakeEndsTheWayAndCopyDoesNot(): void
    {
        $book =
            Play::PORTS.
            "rule \"a\"\n  copy cc\n  set value = 1\n  send moths\nrule \"b\"\n  take cc 7\n  send moths\nrule \"c\"\n  take cc\n  send gulls\n";
        self::assertSame(
            ['0.000 moths B0 07 01', '0.000 moths B0 07 05', '1.000 moths B0 08 01', '1.000 gulls B0 08 05'],
            Play::tape($book, "0 keys B0 07 05\n1 keys B0 08 05"),
        );
    }

    public function testFromNamesTheInPorts(): void
    {
        $book = Play::PORTS."rule \"a\"\n  from pads\n  take cc\n  send moths\nrule \"b\"\n  take cc\n  send gulls\n";
        self::assertSame(['0.000 gulls B0 07 05', '1.000 moths B0 07 05'], Play::tape($book, "0 keys B0 07 05\n1 pads B0 07 05"));
    }
}
