<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Engine;

use Eris\Generators;
use Eris\TestTrait;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Change\BookChange;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Engine\Tape\SavedRun;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Format\TapeWriter;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\Play;
use ZigzagPost\Tests\Core\RandomBook;
use ZigzagPost\Tests\Core\Sounding;

/** The laws of the engine, by example and over random rulebooks and tapes. */
final class LawsTest extends TestCase
{
    use TestTrait;

    private const OCTAVES =
        Play::PORTS.
        "memory octave = 0\nrule \"up\"\n  take cc 80\n  press\n  remember octave = octave + 1\nrule \"play\"\n  take note\n  set key = key "
        ."+ 12 * octave\n  send moths channel 3\n";

    public function testANoteHeldWhileTheOctaveChangesEnds(): void
    {
        self::assertSame(
            ['0.000 moths 92 3C 64', '2.000 moths 92 4A 64', '3.000 moths 82 3C 11', '4.000 moths 92 4A 00'],
            Play::tape(self::OCTAVES, "0 keys 90 3C 64\n1 keys B0 50 7F\n2 keys 90 3E 64\n3 keys 80 3C 11\n4 keys 90 3E 00"),
        );
    }

    public function testAKeyStruckAgainEndsAllItBegan(): void
    {
        self::assertSame(
            ['0.000 moths 92 3C 64', '2.000 moths 92 48 64', '3.000 moths 82 3C 40', '3.000 moths 82 48 40'],
            Play::tape(self::OCTAVES, "0 keys 90 3C 64\n1 keys B0 50 7F\n2 keys 90 3C 64\n3 keys 80 3C 40\n4 keys 80 3C 40"),
        );
    }

    public function testMergedNotesAreCounted(): void
    {
        $book = Play::PORTS."rule \"m\"\n  take note\n  set key = 60\n  send moths\n";
        self::assertSame(
            ['0.000 moths 90 3C 64', '1.000 moths 90 3C 32', '3.000 moths 80 3C 22'],
            Play::tape($book, "0 keys 90 30 64\n1 pads 90 40 32\n2 keys 80 30 11\n3 pads 80 40 22"),
        );
    }

    public function testAReleaseVelocityCanBeSet(): void
    {
        $book = Play::PORTS."rule \"m\"\n  take note\n  set release = release + 10\n  send moths\n";
        self::assertSame(['0.000 moths 90 3C 64', '1.000 moths 80 3C 1B'], Play::tape($book, "0 keys 90 3C 64\n1 keys 80 3C 11"));
    }

    public function testAPostedNoteEndsByItself(): void
    {
        $book = Play::PORTS."rule \"m\"\n  take cc\n  post note C4 velocity 9 for 200ms to moths\n";
        self::assertSame(
            ['0.000 moths 90 3C 09', '50.000 moths 90 3C 09', '250.000 moths 80 3C 40'],
            Play::tape($book, "0 keys B0 01 01\n50 keys B0 01 01"),
        );
        self::assertSame(['0.000 moths 90 3C 09'], Play::tape($book, '0 keys B0 01 01', 199_999), 'and not before');
    }

    public function testEveryMessageIsAccountedFor(): void
    {
        $book = Play::traced(
            Play::PORTS.
                "rule \"a\"\n  take cc 1\n  send moths\nrule \"b\"\n  take cc 2\n  drop\nrule \"c\"\n  take cc 3\n  set channel = 17 * "
                    ."value\n  send moths\nrule \"d\"\n  take cc 4\n  remember m = 1\n".
                "memory m = 0\n",
        );
        $engine = new Engine($book, true);
        foreach (['B0 01 00', 'B0 02 00', 'B0 03 00', 'B0 04 00', 'B0 05 00', '80 3C 40'] as $hex) {
            $engine->feed(0, 0, (string) hex2bin(str_replace(' ', '', $hex)));
        }
        $fates = array_column($engine->trace?->take()->records ?? [], 'fate');
        self::assertSame(['delivered', 'dropped', 'rejected', 'handled', 'unclaimed', 'unclaimed'], $fates);
        self::assertSame([1, 1, 1, 1], $engine->state->hits);
        self::assertSame([0, 1, 0, 0], $engine->state->dropped);
        self::assertSame([0, 0, 1, 0], $engine->state->rejected);
        self::assertSame([6, 2], [$engine->state->in[0], $engine->state->unclaimed[0]]);
    }

    public function testNotesOutliveAChangeOfRules(): void
    {
        $engine = new Engine(Play::book(self::OCTAVES));
        $engine->feed(0, 0, "\x90\x3C\x64");
        $engine->take();
        $changed = BookChange::of(
            $engine,
            Play::book("port gulls out\nport moths out\nport pads in\nport keys in\nrule \"x\"\n  take any\n  send gulls\n  send moths\n"),
        )->engine;
        $changed->feed(1, 3, "\x80\x3C\x40");
        self::assertSame([[1, 1, "\x82\x3C\x40"]], $changed->take());
        self::assertSame([], $changed->state->sounding);
    }

    public function testWhatOnlyTheOldRulesCouldEndEndsWithThem(): void
    {
        $engine = new Engine(
            Play::book(
                Play::PORTS.
                    "rule \"latch\"\n  take note key 60\n  toggle\n  send moths\nrule \"hold\"\n  take note\n  become cc 20 value velocity\n  send moths\n",
            ),
        );
        $engine->feed(0, 0, "\x90\x3C\x64");
        $engine->feed(0, 0, "\x90\x3D\x64");
        $engine->take();
        BookChange::of($engine, Play::book(Play::PORTS."rule \"x\"\n  take any\n  send gulls, moths\n"));
        self::assertEqualsCanonicalizing([[0, 2, "\x80\x3C\x40"], [0, 2, "\xB0\x14\x00"]], $engine->take());
    }

    public function testPanicLeavesSilence(): void
    {
        $engine = new Engine(
            Play::book(Play::PORTS."rule \"x\"\n  take note\n  send moths channel 2,1\nrule \"y\"\n  take cc\n  post note 5 for 1s to gulls\n"),
        );
        $engine->feed(0, 0, "\x90\x3E\x64");
        $engine->feed(0, 0, "\x90\x3C\x64");
        $engine->feed(0, 0, "\xB0\x01\x64");
        $engine->take();
        $engine->panic(5);
        self::assertSame(
            [
                '2 803c40',
                '2 803e40',
                '2 813c40',
                '2 813e40',
                '2 b04000',
                '2 b07b00',
                '2 b07800',
                '2 b14000',
                '2 b17b00',
                '2 b17800',
                '3 800540',
                '3 b04000',
                '3 b07b00',
                '3 b07800',
            ],
            array_map(static fn (array $out): string => $out[1].' '.bin2hex($out[2]), $engine->take()),
        );
        $engine->advance(10_000_000);
        $engine->feed(10_000_000, 0, "\x80\x3C\x40");
        self::assertSame([], $engine->take());
    }

    public function testARuleThatGoesOnAfterItsPanicLeavesNothingHanging(): void
    {
        foreach (['gate 100ms', 'delay 20ms'] as $step) {
            $out = Play::tape(Play::PORTS."rule \"p\"\n  take note\n  {$step}\n  panic\n  send moths\n", "0 keys 90 3C 64\n50 keys 80 3C 40");
            self::assertStringContainsString('90 3C 64', $out[0]);
            self::assertStringContainsString('80 3C 40', $out[\count($out) - 1], $step);
        }
    }

    public function testNothingHangsAndOutputsAreInOrder(): void
    {
        $this->over(Cases::number(400), function (string $text, CompiledBook $book, string $tape): void {
            $out = $this->playedToTheEnd($text, $book, $tape);
            $times = array_map(static fn (Event $event): int => $event->timeUs, Play::events($out));
            $inOrder = $times;
            sort($inOrder);
            self::assertSame($inOrder, $times);
            Sounding::assertNothingHangs($out, $text);
        });
    }

    public function testSavedStateGoesOnIdentically(): void
    {
        $this->over(Cases::number(250), static function (string $text, CompiledBook $book, string $tape, int $seed): void {
            $events = Play::events($tape);
            $whole = Play::run(new Engine($book), $events);
            $engine = new Engine($book);
            $engine->start();
            $cut = $seed % \count($events);
            $first = '';
            foreach (\array_slice($events, 0, $cut) as $event) {
                $engine->feed($event->timeUs, (int) $book->inPort($event->port), $event->bytes);
            }
            $made = $engine->take();
            $loaded = SavedRun::read(SavedRun::write($engine), $book, false);
            $loaded->run->out = $made;
            self::assertSame($whole, Play::run($loaded, \array_slice($events, $cut), null, false), $text);
        });
    }

    public function testTracingChangesNothing(): void
    {
        $this->over(Cases::number(150), static function (string $text, CompiledBook $book, string $tape): void {
            $events = Play::events($tape);
            $traced = new Engine(Compiler::load(Checker::check($text)->book, true), true);
            self::assertSame(Play::run(new Engine($book), $events), Play::run($traced, $events), $text);
            // A record for each message, and for each group or gesture that they made up.
            $records = array_filter(
                $traced->trace?->take()->records ?? [],
                static fn (array $record): bool => (8 >= \strlen($record['bytes']) || 'B' !== $record['bytes'][0])
                    && 1 !== preg_match('/^(short|held|twice): /', $record['text']),
            );
            self::assertCount(array_sum($traced->state->in), $records, $text);
        });
    }

    /** @param callable(string, CompiledBook, string, int): void $check */
    private function over(int $cases, callable $check): void
    {
        $this->limitTo($cases)
            ->forAll(Generators::choose(0, 1_000_000_000))
            ->then(static function (int $seed) use ($check): void {
                do {
                    $text = RandomBook::text($seed++);
                    $checked = Checker::check($text);
                } while ($checked->hasErrors());
                $check($text, Compiler::load($checked->book), RandomBook::tape($seed), $seed);
            });
    }

    /** Notes that latch, or are made by controllers, end by another press: where a rulebook has them, panic ends the tape. */
    private function playedToTheEnd(string $text, CompiledBook $book, string $tape): string
    {
        $engine = new Engine($book);
        $out = Play::run($engine, Play::events($tape));
        if (RandomBook::mayHoldNotes($text)) {
            $engine->panic($engine->state->now);
            foreach ($engine->take() as [$timeUs, $port, $bytes]) {
                $out .= TapeWriter::line(new Event($timeUs, $book->ports()[$port], $bytes));
            }
        }

        return $out;
    }
}
