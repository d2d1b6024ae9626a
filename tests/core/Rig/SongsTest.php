<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;

/** The songs of the loaded set list, gone through by a switch. */
final class SongsTest extends TestCase
{
    private const BOOK = <<<'BOOK'
    port board in

    scene "A"

    scene "B"

    scene "C"

    always

    rule "On"
      take cc 1
      press
      go next song

    rule "Back"
      take cc 2
      press
      go previous song

    BOOK;

    public function testSongsAreGoneThroughInTheOrderOfTheSetList(): void
    {
        $engine = self::engine(['one' => ['A'], 'two' => [], 'three' => ['C', 'A'], 'four' => ['B']], ['one', 'three', 'two', 'one', 'four']);
        self::assertSame(['0 A'], self::after($engine, []));
        self::assertSame(
            ['1 C', '2 C', '3 A', '4 B', '4 B'],
            self::after($engine, [1, 1, 1, 1, 1]),
            'a song without scenes leaves the scene; behind the last there is none',
        );
        self::assertSame(1, $engine->state->rejected[0]);
        $saved = unserialize(serialize($engine->save()));
        self::assertIsArray($saved);
        /** @var array<string, mixed> $saved */
        $again = Engine::load($engine->book, $saved);
        self::assertSame(['3 A', '2 A', '1 C'], self::after($again, [2, 2, 2]), 'a run that is stopped goes on at its song');
    }

    public function testAHostCallsSongsByNumber(): void
    {
        $rules = "\nrule \"Host\"\n  take program\n  go song value + 1\n\nrule \"Select\"\n  take song\n  go song value + 1\n";
        $engine = self::engine(['one' => ['A'], 'two' => ['C'], 'three' => ['B']], ['three', 'one', 'two'], $rules);
        $seen = [];
        foreach (["\xC0\x02", "\xC5\x00", "\xF3\x01", "\xC0\x03", "\xF3\x7F"] as $bytes) {
            $engine->feed($engine->state->now + 1_000_000, 0, $bytes);
            $seen[] = "{$engine->state->song} {$engine->book->scenes()[$engine->state->scene]}";
        }
        self::assertSame(['2 C', '0 B', '1 A', '1 A', '1 A'], $seen);
        self::assertSame([0, 0, 1, 1], $engine->state->rejected, 'where there is no such song it is counted');
    }

    public function testAMemoryCalledSongIsStillANumberOfAScene(): void
    {
        $book = Source::of(
            "port board in\nmemory song = 1\nscene \"A\"\nscene \"B\"\nalways\nrule \"R\"\n  take cc 1\n  go song + 1\n\nrule \"S\"\n  take "
                ."cc 2\n  go song song\n",
        )->book;
        self::assertSame(['go song + 1', 'go song song'], [$book->rules[0]->steps[0]->print(), $book->rules[1]->steps[0]->print()]);
        $engine = new Engine(Compiler::load(ResolvedRulebook::of($book)));
        $engine->start();
        $engine->feed(0, 0, "\xB0\x01\x7F");
        self::assertSame(1, $engine->state->scene);
    }

    public function testWithoutASetListThereIsNoNextSong(): void
    {
        $engine = new Engine(Compiler::load(ResolvedRulebook::of(Source::of(self::BOOK)->book)));
        $engine->start();
        self::assertSame(['0 A'], self::after($engine, [1]));
        self::assertSame(1, $engine->state->rejected[0]);
    }

    public function testItReadsBackAsItWasWritten(): void
    {
        self::assertSame('go next song', Source::of(self::BOOK)->book->rules[0]->steps[1]->print());
    }

    /**
     * @param list<int> $presses
     *
     * @return list<string> song and scene after each
     */
    private static function after(Engine $engine, array $presses): array
    {
        $stands = static fn (): string => "{$engine->state->song} {$engine->book->scenes()[$engine->state->scene]}";
        $seen = [] === $presses ? [$stands()] : [];
        foreach ($presses as $number) {
            $at = $engine->state->now + 1_000_000;
            $engine->feed($at, 0, "\xB0".\chr($number)."\x7F");
            $engine->feed($at + 1000, 0, "\xB0".\chr($number)."\x00");
            $seen[] = $stands();
        }

        return $seen;
    }

    /**
     * @param array<string, list<string>> $songs
     * @param list<string> $order
     */
    private static function engine(array $songs, array $order, string $rules = ''): Engine
    {
        $book = self::BOOK.$rules;
        $show = [
            'songs' => array_map(static fn (string $id): array => ['id' => $id, 'title' => $id, 'scenes' => $songs[$id]], array_keys($songs)),
            'setLists' => [['name' => 'Tonight', 'songs' => $order]],
        ];
        $analysis = new RigAnalysis(Kit::setup(Kit::rig([], [], [], ['rulebook' => $book, 'show' => $show]), $book));
        self::assertFalse($analysis->checked()->hasErrors());
        $engine = new Engine(Compiler::load($analysis->checked()->book));
        $engine->start();

        return $engine;
    }
}
