<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core;

use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Check\Finding;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Engine\Tape\TapeRun;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Format\TapeReader;
use ZigzagPost\Core\Format\TapeWriter;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;

/** Plays tapes through rulebooks, both written as text. */
final class Play
{
    /** Ports that most tests use. */
    public const PORTS = "port keys in\nport pads in\nport moths out\nport gulls out\n";

    /** @return list<string> what went out, a tape line each */
    public static function tape(string $book, string $tape, ?int $untilUs = null): array
    {
        return self::lines(self::run(new Engine(self::book($book)), self::events($tape), $untilUs));
    }

    /**
     * What a rule sends for one message at `keys`, as "PORT BYTES".
     *
     * @return list<string>
     */
    public static function rule(string $steps, string ...$messages): array
    {
        $tape = '';
        foreach (array_values($messages) as $index => $message) {
            $tape .= "{$index} keys {$message}\n";
        }

        return array_map(
            static fn (string $line): string => (string) preg_replace('/^\S+ /', '', $line),
            self::tape(self::PORTS."memory m = 5\ntable kit: 48=36, 50=38\ncurve soft: 0=0, 40=90, 127=127\nrule \"r\"\n{$steps}", $tape),
        );
    }

    /** @return list<string> what goes out of a rulebook that has been read, a tape line each */
    public static function through(ResolvedRulebook $book, string $tape): array
    {
        return self::lines(self::run(new Engine(Compiler::load($book)), self::events($tape)));
    }

    public static function book(string $text): CompiledBook
    {
        return self::compiled($text, false);
    }

    /** A rulebook compiled for a trace. */
    public static function traced(string $text): CompiledBook
    {
        return self::compiled($text, true);
    }

    private static function compiled(string $text, bool $traced): CompiledBook
    {
        $checked = Checker::check($text);
        if ($checked->hasErrors()) {
            throw new \LogicException(implode("\n", array_map(static fn (Finding $finding): string => $finding->print('book'), $checked->findings)));
        }

        return Compiler::load($checked->book, $traced);
    }

    /** @return list<Event> */
    public static function events(string $tape): array
    {
        $stream = self::stream($tape);

        return iterator_to_array(TapeReader::events($stream, 'tape'), false);
    }

    /**
     * @param list<Event> $events
     *
     * @return string a tape
     */
    public static function run(Engine $engine, array $events, ?int $untilUs = null, bool $begins = true): string
    {
        $out = self::stream('');
        if ($begins) {
            $engine->start();
        }
        (new TapeRun($engine, new TapeWriter($out)))->run($events, $untilUs);
        rewind($out);

        return (string) stream_get_contents($out);
    }

    /** @return list<string> */
    public static function lines(string $tape): array
    {
        return array_values(array_filter(explode("\n", $tape), static fn (string $line): bool => '' !== $line && '#' !== $line[0]));
    }

    /** @return resource */
    public static function stream(string $content)
    {
        $stream = fopen('php://memory', 'w+');
        \assert(false !== $stream);
        fwrite($stream, $content);
        rewind($stream);

        return $stream;
    }
}
