<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Live;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Format\TapeReader;
use ZigzagPost\Core\Format\TapeWriter;
use ZigzagPost\Core\Live\Journal\EntrySort;
use ZigzagPost\Core\Live\Recording\RecordingRun;
use ZigzagPost\Core\Midi\Decoder;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\Play;

/** A player that is killed again and again, under delays, gates, held notes, pedals and a running clock, against one that is not. */
final class KillsTest extends TestCase
{
    private const BOOK = <<<'BOOK'
        port keys in
        port synth out
        port echo out
        clock beat
          tempo 137
          send echo
        memory count = 0
        scene "A"
        scene "B"
        always
        rule "start"
          from keys
          take cc 20
          start beat
        rule "echo"
          from keys
          take note key 60..71
          send synth
          delay 310ms
          set key = key + 12
          send echo
        rule "gate"
          from keys
          take note key 48..59
          gate 450ms
          send synth, echo
        rule "latch"
          from keys
          take note key 36..47
          toggle
          send synth
        rule "count"
          from keys
          take cc 21
          press
          remember count = count + 1
          post program count % 128 to synth
        rule "rest"
          take any
          send synth
        BOOK;

    private const KILLS = 50;

    public function testWhatLeavesIsTheSameButForOneDoubtfulMessageAPortAndKill(): void
    {
        for ($seed = 1; $seed <= max(1, intdiv(Cases::number(4), 2)); ++$seed) {
            $tape = self::tape($seed);
            $whole = self::played($tape, null, $seed);
            $random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
            $killed = self::played($tape, $random, $seed);
            self::assertSame(self::KILLS, $killed->kills, "seed {$seed}");
            foreach ($whole->heard as $port => $expected) {
                [$missing, $extra] = self::difference($expected, $killed->heard[$port] ?? []);
                self::assertLessThanOrEqual(self::KILLS, \count($missing), "seed {$seed}, port {$port}");
                self::assertSame([], array_filter($missing, self::isNoteOff(...)), 'no note-off is ever missing');
                self::assertSame([], array_filter($extra, static fn (string $each): bool => !self::isNoteOff($each)), 'nothing but a note-off is sent again');
                self::assertLessThanOrEqual(self::KILLS, \count($extra));
            }
        }
    }

    public function testARecordingSaysWhatWasSentAgain(): void
    {
        $again = 0;
        for ($seed = 1; $seed <= Cases::number(8); ++$seed) {
            $live = self::played(self::tape($seed), new \Random\Randomizer(new \Random\Engine\Mt19937($seed)), $seed)->live;
            $recording = $live->recording();
            $out = Play::stream('');
            $run = new RecordingRun(Play::book(self::BOOK), static fn (string $rules): CompiledBook => Play::book($rules), new TapeWriter($out));
            $run->run(TapeReader::all(Play::stream($recording), 'tape'), 'tape');
            rewind($out);
            $got = [];
            foreach ($live->run->course->ports->names as $port => $name) {
                $got[$name] = $live->got[$port] ?? '';
            }
            WhatLeft::assertIs($recording, (string) stream_get_contents($out), $got, [], "seed {$seed}");
            $again += substr_count($recording, '!again echo') + substr_count($recording, '!again synth');
        }
        self::assertGreaterThan(0, $again);
    }

    public function testWhatIsHeldEndsAndTheShowStandsWhereItStood(): void
    {
        $live = new Surroundings(self::BOOK, new \Random\Randomizer(new \Random\Engine\Mt19937(7)));
        $live->came('keys', "\xB0\x14\x7F\xB0\x15\x7F\x90\x1E\x40\x90\x24\x40\xB0\x40\x7F\xE0\x00\x50");
        $live->do(EntrySort::Scene, 1);
        $live->goOn(1_000_000);
        $state = $live->run->course->engine->state;
        [$scene, $count, $toggled] = [$state->scene, $state->memories['count'], $state->toggled];
        $live->kill(100_000);
        $live->goOn($live->now + 300_000);
        $now = $live->run->course->engine->state;
        self::assertSame([$scene, $count, $toggled], [$now->scene, $now->memories['count'], $now->toggled]);
        self::assertTrue($now->clocks['beat']['isRunning']);
        $synth = bin2hex($live->got[1]);
        self::assertStringContainsString('801e40', $synth, 'the held key ends');
        self::assertStringContainsString('b04000', $synth, 'the pedal comes up');
        self::assertStringContainsString('e00040', $synth, 'the wheel goes to its centre');
        self::assertStringNotContainsString('802440', $synth, 'a latched note goes on');
    }

    /** @return list<array{int, string}> times and bytes: every key is let go at once, so that nothing is held when it is killed */
    private static function tape(int $seed): array
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
        $tape = [[0, "\xB0\x14\x7F"]];
        for ($now = 300_000; $now < 60_000_000; $now += 400_000) {
            $key = \chr($random->getInt(30, 71));
            $tape[] = [$now, 0 === $random->getInt(0, 4) ? "\xB0\x15\x7F\xB0\x15\x00" : "\x90{$key}\x50\x80{$key}\x40"];
        }

        return $tape;
    }

    /** @param list<array{int, string}> $tape */
    private static function played(array $tape, ?\Random\Randomizer $kills, int $seed): PlayedRun
    {
        $live = new Surroundings(self::BOOK, new \Random\Randomizer(new \Random\Engine\Mt19937($seed)));
        $killed = 0;
        foreach ($tape as $index => [$timeUs, $bytes]) {
            $live->goOn($timeUs);
            $live->came('keys', $bytes);
            if (null === $kills || 0 !== $index % 3 || $killed >= self::KILLS) {
                continue;
            }
            $live->killIn = $kills->getInt(0, 60);
            try {
                $live->goOn($timeUs + 190_000);
                $live->killIn = null;
            } catch (Killed) {
            }
            ++$killed;
            $live->kill($kills->getInt(1_000, 190_000));
        }
        $live->goOn(70_000_000);
        $heard = [];
        foreach ($live->got as $port => $got) {
            $faults = [];
            $heard[$port] = (new Decoder())->feed($got, $faults);
        }

        return new PlayedRun($heard, $killed, $live);
    }

    /**
     * What stands in one list and not in the other, by the shortest way from one to the other.
     *
     * @param list<string> $expected
     * @param list<string> $heard
     *
     * @return array{list<string>, list<string>}
     */
    private static function difference(array $expected, array $heard): array
    {
        $counts = array_count_values(array_map(bin2hex(...), $expected));
        $extra = [];
        foreach ($heard as $message) {
            $key = bin2hex($message);
            if (($counts[$key] ?? 0) > 0) {
                --$counts[$key];
            } else {
                $extra[] = $message;
            }
        }
        $missing = [];
        foreach ($counts as $key => $count) {
            array_push($missing, ...array_fill(0, $count, (string) hex2bin((string) $key)));
        }

        return [$missing, $extra];
    }

    private static function isNoteOff(string $bytes): bool
    {
        return 0x80 === (\ord($bytes[0]) & 0xF0);
    }
}
