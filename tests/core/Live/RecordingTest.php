<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Live;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Engine\Tape\SavedRun;
use ZigzagPost\Core\Format\BadFile;
use ZigzagPost\Core\Format\Milliseconds;
use ZigzagPost\Core\Format\TapeDeed;
use ZigzagPost\Core\Format\TapeReader;
use ZigzagPost\Core\Format\TapeWriter;
use ZigzagPost\Core\Live\Recording\RecordingRun;
use ZigzagPost\Core\Live\Recording\StateText;
use ZigzagPost\Core\Live\Recording\UnknownDeed;
use ZigzagPost\Tests\Core\Play;

/** Tapes of version 2: what they say happens, and what cannot be understood is told with its line. */
final class RecordingTest extends TestCase
{
    private const BOOK = <<<'BOOK'
        port keys in
        port synth out
        scene "A"
        scene "B"
          on enter post program 7 to synth
        always
        rule "r"
          take any
          send synth

        BOOK;

    /** @return iterable<string, array{string, list<string>}> */
    public static function deeds(): iterable
    {
        yield 'bytes alone' => ["1.000 keys B0 07 01\n", ['1.000 synth B0 07 01']];
        yield 'a scene' => ["2.500 !scene 2\n", ['2.500 synth C0 07']];
        yield 'panic' => ["1.000 keys 90 3C 40\n2.000 !panic\n", [
            '1.000 synth 90 3C 40',
            '2.000 synth 80 3C 40',
            '2.000 synth B0 40 00',
            '2.000 synth B0 7B 00',
            '2.000 synth B0 78 00',
        ]];
        yield 'a stream that begins anew' => ["1.000 keys 90 3C\n2.000 !gone keys unplugged\n3.000 keys 40\n", []];
        yield 'and one that does not' => ["1.000 keys 90 3C\n3.000 keys 40\n", ['3.000 synth 90 3C 40']];
        yield 'other rules' => [
            "1.000 keys B0 07 01\n2.000 !rules\n|port keys in\n|port synth out\n|rule \"s\"\n|  take cc\n|  set value = 9\n|  send synth\n"
                ."3.000 keys B0 07 01\n",
            ['1.000 synth B0 07 01', '3.000 synth B0 07 09'],
        ];
        yield 'what was too late is left out, and what had been done is not' => [
            "1.000 keys B0 07 01\n900.000 !late 100.000\n950.000 keys B0 07 02\n",
            ['1.000 synth B0 07 01', '950.000 synth B0 07 02'],
        ];
        yield 'remarks' => ["1.000 !told something # with a comment\n"
            ."2.000 !kept-back synth 3 thinned B0 07 01\n2.000 !again synth 4 80 3C 40\n2.000 !owed synth 80 3C 40\n3.000 !end\n", []];
        yield 'half a line at the end' => ["1.000 keys B0 07 01\n2.000 keys B0 07", ['1.000 synth B0 07 01']];
        yield 'half of other rules at the end' => ["1.000 keys B0 07 01\n2.000 !rules\n|port keys in\n|port sy", ['1.000 synth B0 07 01']];
        yield 'a comment and an empty line' => ["# hello\n\n1.000 keys B0 07 01\n", ['1.000 synth B0 07 01']];
    }

    /** @param list<string> $expected */
    #[DataProvider('deeds')]
    public function testWhatATapeSaysHappens(string $tape, array $expected): void
    {
        self::assertSame($expected, self::played($tape));
    }

    /** @return iterable<string, array{string, string}> */
    public static function mistakes(): iterable
    {
        yield 'a word' => ["1.000 !dance\n", 'tape:2: "!dance" is nothing that a recording tells'];
        yield 'a scene without a number' => ["1.000 !scene\n", 'tape:2: "!scene " needs a number from 1'];
        yield 'scene nought' => ["1.000 !scene 0\n", 'tape:2: "!scene 0" needs a number from 1'];
        yield 'a port' => ["1.000 !gone attic\n", 'tape:2: "!gone attic" names no port'];
        yield 'bytes of a port' => ["\n1.000 attic 90 3C 40\n", 'tape:3: '];
        yield 'rules with an error' => [
            "1.000 !rules\n|port keys in\n|rule \"s\"\n|  take cc\n|  send nowhere\n",
            'tape:2: the rules that come here cannot be used',
        ];
        yield 'a damaged state' => ["1.000 !state\n|AAAA\n", 'tape:2: this state of a run is damaged'];
        yield 'no state' => ["1.000 !state\n", 'tape:2: this state of a run is damaged'];
        yield 'a line of nobody' => ["|x\n", 'tape:2: lines that begin with | belong to a line with ! above them'];
        yield 'time that goes back' => ["2.000 !panic\n1.000 !panic\n", 'tape:3: time 1.000 comes after 2.000'];
        yield 'a time' => ["x !panic\n", 'tape:2: expected MILLISECONDS PORT BYTES'];
    }

    #[DataProvider('mistakes')]
    public function testWhatCannotBeUnderstoodIsToldWithItsLine(string $tape, string $text): void
    {
        $this->expectException(BadFile::class);
        $this->expectExceptionMessage($text);
        self::played($tape);
    }

    public function testATapeOfVersionOneKnowsNoDeeds(): void
    {
        $this->expectException(BadFile::class);
        iterator_to_array(TapeReader::all(Play::stream("# zigzag tape 1\n1.000 !panic\n"), 'tape'));
    }

    public function testAStateGoesOnWhereItStood(): void
    {
        $engine = new Engine(Play::book(self::BOOK));
        $engine->start();
        $engine->feed(1_000, 0, "\x90\x3C\x40");
        $engine->take();
        $head = (new TapeDeed(1_000, 'state', '', StateText::write(SavedRun::write($engine))))->text();
        self::assertSame(['9.000 synth 80 3C 40'], self::played("{$head}9.000 keys 80 3C 40\n"));
    }

    public function testDeedsAreReadAsTheyAreWritten(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(3));
        $tape = TapeWriter::HEADER_OF_LIVE;
        $deeds = [];
        for ($i = 0; $i < 300; ++$i) {
            $lines = array_map(static fn (): string => '| # '.bin2hex($random->getBytes(4)), range(0, $random->getInt(0, 2)));
            $deeds[] = $deed = new TapeDeed($i * 1_000_001, 'told', 'x'.bin2hex($random->getBytes(3)), 0 === $i % 3 ? $lines : []);
            $tape .= $deed->text();
        }
        self::assertEquals($deeds, iterator_to_array(TapeReader::all(Play::stream($tape), 'tape'), false));
        self::assertSame(Milliseconds::format(299 * 1_000_001), explode(' ', substr($tape, (int) strrpos($tape, "\n299") + 1))[0]);
    }

    /** @return list<string> */
    private static function played(string $tape): array
    {
        $out = Play::stream('');
        $run = new RecordingRun(
            Play::book(self::BOOK),
            static function (string $rules): CompiledBook {
                try {
                    return Play::book($rules);
                } catch (\LogicException $bad) {
                    throw UnknownDeed::rules($bad->getMessage());
                }
            },
            new TapeWriter($out),
        );
        $run->run(TapeReader::all(Play::stream(TapeWriter::HEADER_OF_LIVE.$tape), 'tape'), 'tape');
        rewind($out);

        return Play::lines((string) stream_get_contents($out));
    }
}
