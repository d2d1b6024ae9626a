<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Rules shown by a rulebook, a tape that goes in and the tape that comes out, one under the other. */
abstract class TapeTestCase extends TestCase
{
    private const IN = "\n--- in\n";
    private const OUT = "\n--- out";

    /** @return iterable<string, string> rulebook, "--- in", tape, "--- out", tape */
    abstract public static function cases(): iterable;

    /** @return iterable<string, array{string, string, string}> rulebook, tape, tape */
    final public static function tapes(): iterable
    {
        foreach (static::cases() as $rule => $case) {
            [$book, $tapes] = explode(self::IN, $case, 2);
            [$in, $out] = explode(self::OUT, $tapes, 2);
            yield $rule => [$book, $in, trim($out)];
        }
    }

    #[DataProvider('tapes')]
    final public function testTape(string $book, string $in, string $out): void
    {
        self::assertSame($out, implode("\n", Play::tape($book."\n", $in)));
    }
}
