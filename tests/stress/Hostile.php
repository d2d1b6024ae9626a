<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Stress;

/**
 * Rulebooks and files that mean harm, each with what it must get: a finding, a refusal that says why, or its way.
 */
final class Hostile
{
    /** @return iterable<string, array{string, string}> text of a rulebook, and a pattern of what checking it gives */
    public static function rulebooks(): iterable
    {
        $head = "port a in\nport b out\n";
        $rule = "{$head}rule \"r\"\n  take any\n";
        $repeat = self::repeat(...);
        yield '10 000 rules that take any' => [
            $head.$repeat(10_000, static fn (int $i): string => "rule \"{$i}\"\n  take any\n  send b\n"),
            '/too-large|unreachable/',
        ];
        yield '1 500 rules that take any' => [
            $head.$repeat(1500, static fn (int $i): string => "rule \"{$i}\"\n  take any\n  send b\n"),
            '/unreachable/',
        ];
        yield '20 000 rules for controllers' => [
            $head.$repeat(20_000, static fn (int $i): string => 'rule "'.$i."\"\n  take cc ".$i % 120 ." where value > {$i}\n  send b\n"),
            '/too-large|"runs":true/',
        ];
        yield '1 000 ports and 100 scenes' => [
            $repeat(1000, static fn (int $i): string => "port a{$i} in\n").
            $repeat(100, static fn (int $i): string => "scene \"{$i}\"\n").
            "always\nrule \"x\"\n  take any\n  drop\n",
            '/too-many-ports/',
        ];
        yield '255 ports and 1 000 scenes' => [
            $repeat(255, static fn (int $i): string => "port a{$i} in\n").
            $repeat(1000, static fn (int $i): string => "scene \"{$i}\"\n").
            "always\nrule \"x\"\n  take any\n  drop\n",
            '/"runs":true/',
        ];
        yield '5 000 scenes' => [
            $head.$repeat(5000, static fn (int $i): string => "scene \"{$i}\"\n  on enter post cc 1 value 1 to b\n"),
            '/at most 1000 scenes/',
        ];
        yield 'a list of 58 000 values' => [
            $rule."  send b\nrule \"l\"\n  take cc 1 value ".implode(',', range(1, 58_000))."\n  send b\n",
            '/too-large/',
        ];
        yield 'a list of 1 000 values with gaps' => [
            "{$head}rule \"l\"\n  take bend value ".implode(',', range(-1000, 998, 2))."\n  send b\n",
            '/"runs":true/',
        ];
        yield '10 000 lines of one rule' => [
            "{$head}rule \"l\"\n".$repeat(10_000, static fn (int $i): string => '  take cc '.$i % 120 ." channel 3 value {$i}\n").'  send b',
            '/too-large/',
        ];
        yield '100 000 steps' => [$rule.str_repeat("  send b\n", 100_000), '/too-large/'];
        yield '5 000 delays' => [$rule.str_repeat("  delay 1ms\n", 5000)."  send b\n", '/too-large|"runs":true/'];
        yield '2 000 flattens' => [
            "port a in mpe lower 15\nport b out\nrule \"r\"\n  take mpe\n".str_repeat("  flatten to channel 1\n", 2000)."  send b\n",
            '/too-large|"runs":true/',
        ];
        yield '3 000 notes made of controllers' => [
            "{$head}rule \"r\"\n  take cc\n  press\n".str_repeat("  become note 60\n  send b\n  become cc 3 value 1\n", 3000),
            '/too-large|"runs":true/',
        ];
        yield '900 toggles' => ["{$head}rule \"r\"\n  take note\n".str_repeat("  toggle\n", 900)."  send b\n", '/double-toggle/'];
        yield '900 stacks that do each other, and 8 000 rules' => [
            $head.
            $repeat(900, static fn (int $i): string => "stack s{$i}\n".str_repeat('  do s'.($i + 1) % 900 ."\n", 100)).
            $repeat(8000, static fn (int $i): string => "rule \"{$i}\"\n  take cc 1\n  do s0\n"),
            '/too-large|stack-circle/',
        ];
        yield 'stacks that double' => [
            $head.
            $repeat(60, static fn (int $i): string => "stack s{$i}\n".str_repeat('  do s'.($i + 1)."\n", 2)).
            "stack s60\n  panic\nrule \"r\"\n  take any\n  do s0\n",
            '/too-large/',
        ];
        yield '5 000 gestures' => [
            $head.
            $repeat(
                5000,
                static fn (int $i): string => "rule \"{$i}\"\n  take cc ".
                    $i % 120 .
                    ' channel '.
                    (1 + ($i % 16)).
                    " held 500ms where value > {$i}\n  go next\n",
            ),
            '/too-large|"runs":true/',
        ];
        yield 'groups of all controllers' => [
            $head.$repeat(100, static fn (int $i): string => "group g{$i} of a cc ".implode(',', range(0, 119))."\n"),
            '/two-groups/',
        ];
        yield 'a deep expression' => [$rule.'  only '.str_repeat('(', 20_000).'1'.str_repeat(')', 20_000)."\n", '/nested too deeply/'];
        yield 'a long expression' => [$rule.'  only 1'.str_repeat(' + 1', 20_000)."\n", '/too long/'];
        yield 'minus signs' => [$rule.'  only '.str_repeat('- ', 20_000)."1\n", '/nested too deeply/'];
        yield 'nots' => [$rule.'  only '.str_repeat('not ', 20_000)."1\n", '/nested too deeply/'];
        yield 'calls' => [$rule.'  only '.str_repeat('abs(', 20_000).'1'.str_repeat(')', 20_000)."\n", '/nested too deeply/'];
        yield 'large numbers' => [$rule.'  only '.implode(' * ', array_fill(0, 150, '2000000000'))." = 5\n  send b\n", '/"runs":true/'];
        yield 'a number of a thousand digits' => [$rule.'  only '.str_repeat('9', 1000)."\n", '/too large/'];
        yield 'a line of 300 000 letters' => [$rule.'  '.str_repeat('x', 300_000)."\n", '/too-large/'];
        yield 'one system exclusive message of 64 KiB' => [$rule.'  post sysex F0 '.str_repeat('01 ', 65_000)."F7 to b\n", '/"runs":true/'];
        yield 'computed bytes' => [$rule.'  post sysex F0 '.str_repeat('{1} ', 20_000)."F7 to b\n", '/"runs":true|too-large/'];
        yield '1 000 tables of a thousand pairs' => [
            $head.
            $repeat(
                400,
                static fn (int $i): string => "table t{$i}: ".
                    implode(', ', array_map(static fn (int $k): string => "{$k}={$i}", range(0, 500))).
                    "\n",
            ).
            $rule,
            '/.*/',
        ];
        yield '3 000 scales by curves' => [
            "{$head}curve c: power 3\nrule \"r\"\n  take bend\n".
            $repeat(3000, static fn (int $i): string => '  scale value 0..'.(9000 + $i)." to 0..5 curve c\n").
            "  send b\n",
            '/too-large|"runs":true/',
        ];
        yield 'sends to everything' => [
            $repeat(200, static fn (int $i): string => "port o{$i} out\n").
            "port a in\nrule \"r\"\n  take any\n".
            str_repeat('  send '.implode(', ', array_map(static fn (int $i): string => "o{$i}", range(1, 200)))." channel 1..16\n", 30),
            '/too-large|"runs":true/',
        ];
        yield 'names of 100 000 letters' => ['port '.str_repeat('a', 100_000)." in\n", '/unused-port/'];
        yield 'titles of 100 000 letters' => [$head.'rule "'.str_repeat('é', 100_000)."\"\n  take any\n  send b\n", '/"runs":true/'];
        yield 'zero bytes' => [$rule."  send b\0\0\n", '/cannot be seen/'];
        yield 'half a letter' => [$rule."  send b # \xC3\n", '/not JSON/'];
        yield 'code in a title' => [$head."rule \"'; } exit; //\"\n  take any\n  send b\n", '/"runs":true/'];
        yield 'code in a scene' => ["{$head}scene \"?><?php exit;\"\nalways\nrule \"*/ exit; /*\"\n  take any\n  send b\n", '/"runs":true/'];
        yield 'nothing but line ends' => [str_repeat("\n", 1_000_000), '/"runs":true/'];
        yield 'nothing but comments' => [str_repeat("# c\n", 400_000), '/"runs":true/'];
        yield '50 000 errors' => [str_repeat("x\n", 50_000), '/cannot stand here/'];
        yield '100 000 unknown names' => [
            $head.$repeat(20_000, static fn (int $i): string => "rule \"{$i}\"\n  take cc 1\n  send q{$i}\n"),
            '/unknown-port/',
        ];
        yield 'three MiB' => [str_repeat('# ', 1_500_000), '/longer than/'];
    }

    /** @return iterable<string, array{string, string, string}> name and content of a file, and a pattern of what uploading it gives */
    public static function files(): iterable
    {
        $midi = static fn (string $track, int $division = 96): string => 'MThd'.
            pack('Nnnn', 6, 0, 1, $division).
            'MTrk'.
            pack('N', \strlen($track)).
            $track;
        $csv = "0, 0, Header, 1, 1, 480\n1, 0, Start_track\n";
        yield 'a MIDI file of 2.7 million events' => [
            'long.mid',
            $midi("\x00\x90\x3C\x64".str_repeat("\x01\x3C\x64", 2_700_000)),
            '/2000000 events|larger than|more than a million/',
        ];
        yield 'a MIDI file of 900 000 events' => ['long.mid', $midi("\x00\x90\x3C\x64".str_repeat("\x01\x3C\x64", 900_000)), '/"events":900001/'];
        yield 'times beyond a tape' => ['late.mid', $midi(str_repeat("\xFF\xFF\xFF\x7F\x90\x3C\x64", 2000), 1), '/later than|latest/'];
        yield 'the slowest tempo' => [
            'slow.mid',
            $midi("\x00\xFF\x51\x03\xFF\xFF\xFF".str_repeat("\xFF\xFF\xFF\x7F\x90\x3C\x64", 500), 1),
            '/latest/',
        ];
        yield 'tempo zero' => ['stop.mid', $midi("\x00\xFF\x51\x03\x00\x00\x00\x60\x90\x3C\x64"), '/"events":1/'];
        yield 'a name that is not UTF-8' => ["caf\xE9.mid", $midi("\x00\xFF\x03\x04\xFF\xFE\xE9\xE9\x00\x90\x3C\x64"), '/"events":1/'];
        yield 'a header of wrong length' => ['short.mid', 'MThd'.pack('Nnnn', 2, 0, 1, 96), '/header/'];
        yield 'a header of four thousand million' => ['huge.mid', 'MThd'.pack('Nnnn', 0xFFFFFFFF, 0, 1, 96), '/header/'];
        yield '65 535 tracks that are not there' => ['many.mid', 'MThd'.pack('Nnnn', 6, 1, 65_535, 96), '/ends after 0 of 65535/'];
        yield '65 535 empty tracks' => [
            'many.mid',
            'MThd'.pack('Nnnn', 6, 1, 65_535, 96).str_repeat("MTrk\0\0\0\0", 65_535),
            '/no MIDI messages/',
        ];
        yield 'a chunk larger than the file' => ['chunk.mid', 'MThd'.pack('Nnnn', 6, 0, 1, 96).'MTrk'.pack('N', 0x7FFFFFFF), '/announced/'];
        yield 'chunks nobody knows' => ['odd.mid', 'MThd'.pack('Nnnn', 6, 0, 1, 96).str_repeat('Junk'.pack('N', 0), 100_000), '/ends after/'];
        yield 'system exclusive without an end' => ['open.mid', $midi("\x00\xF0\x83\xFF\xFF\x7F"), '/bytes are needed/'];
        yield 'a file of nothing' => ['nothing.mid', '', '/byte 0/'];
        yield 'random bytes' => ['noise.mid', 'MThd'.random_bytes(100_000), '/noise.mid/'];
        yield 'random bytes as a tape' => ['noise.tape', random_bytes(100_000), '/noise.tape:1/'];
        yield 'a tape with a line of 7 MiB' => ['line.tape', '0 keys '.str_repeat('F8 ', 2_300_000), '/"events"|million/'];
        yield 'a tape with a time too late' => ['late.tape', '99999999999 keys F8', '/too late/'];
        yield 'a tape of half a million messages' => [
            'many.tape',
            implode('', array_map(static fn (int $i): string => "{$i} keys F8\n", range(1, 500_000))),
            '/"events":500000/',
        ];
        yield 'a tape of comments' => ['talk.tape', str_repeat("# nothing\n", 700_000), '/no MIDI messages/'];
        yield 'a tape that is not UTF-8' => ['bytes.tape', "0 k\xE9ys F8\n", '/is not a port name/'];
        yield 'CSV with a tick of fifteen digits' => ['tick.csv', "{$csv}1, 999999999999999, Note_on_c, 0, 60, 1\n", '/number from 0/'];
        yield 'CSV later than a tape' => ['tick.csv', "{$csv}1, 999999999999, Note_on_c, 0, 60, 1\n", '/latest/'];
        yield 'CSV with a record that is none' => ['odd.csv', "{$csv}1, 5, Chord_c, 0, 60, 1\n", '/is not a record/'];
        yield 'CSV that is not UTF-8' => ['bytes.csv', "{$csv}1, 0, Title_t, \"\xE9\xFF\"\n1, 5, Not\xE9_c, 0, 60, 1\n", '/is not a record/'];
        yield 'CSV with a quote that never ends' => ['quote.csv', "{$csv}1, 0, Title_t, \"".str_repeat('x', 3_000_000), '/longer than/'];
        yield 'CSV of a million fields' => [
            'fields.csv',
            $csv.'1, 5, System_exclusive, 900000'.str_repeat(', 1', 600_000),
            '/announced|longer than/',
        ];
        yield 'CSV without a header' => ['head.csv', "1, 0, Start_track\n", '/Header/'];
        yield 'a name with a path' => ['../../../etc/passwd.tape', "0 keys F8\n", '/"name":"passwd.tape"/'];
        yield 'a name with markup' => ['<script>alert(1)</script>.tape', "0 keys F8\n", '/"events":1/'];
        yield 'a name of 5 000 letters' => [str_repeat('n', 5000).'.tape', "0 keys F8\n", '/"events":1/'];
        yield 'nine MiB' => ['large.tape', str_repeat('#', 9_000_000), '/8 MiB/'];
    }

    /** @param callable(int): string $line */
    private static function repeat(int $times, callable $line): string
    {
        $text = '';
        for ($i = 1; $i <= $times; ++$i) {
            $text .= $line($i);
        }

        return $text;
    }
}
