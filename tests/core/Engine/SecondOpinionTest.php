<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Engine;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Tests\Core\PlainBook;
use ZigzagPost\Tests\Core\Play;

/** The engine sends the very bytes that come of going through plain rules one by one. */
final class SecondOpinionTest extends TestCase
{
    public function testTheEngineDoesWhatPlainRulesSay(): void
    {
        for ($seed = 0; $seed < 1000; ++$seed) {
            $random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
            $book = PlainBook::random($random);
            [$tape, $expected] = $book->played($random, 80);
            self::assertSame($expected, Play::tape($book->text(), $tape), "seed {$seed}\n{$book->text()}{$tape}");
        }
    }
}
