<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Engine;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Tests\Core\Plain\PlainBook;
use ZigzagPost\Tests\Core\Plain\PlainFanOut;
use ZigzagPost\Tests\Core\Plain\PlainFlatten;
use ZigzagPost\Tests\Core\Plain\PlainGroups;
use ZigzagPost\Tests\Core\Play;

/** The engine sends the very bytes that are worked out without it, step by step as the reference says. */
final class SecondOpinionTest extends TestCase
{
    private const CASES = 500;

    /** @return iterable<string, array{class-string<PlainBook|PlainFanOut|PlainFlatten|PlainGroups>}> */
    public static function plain(): iterable
    {
        yield 'rules' => [PlainBook::class];
        yield 'flatten' => [PlainFlatten::class];
        yield 'fan out' => [PlainFanOut::class];
        yield 'groups' => [PlainGroups::class];
    }

    /** @param class-string<PlainBook|PlainFanOut|PlainFlatten|PlainGroups> $plain */
    #[DataProvider('plain')]
    public function testTheEngineDoesTheSame(string $plain): void
    {
        for ($seed = 0; $seed < self::CASES; ++$seed) {
            $random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
            $opinion = $plain::random($random);
            [$tape, $expected] = $opinion->played($random, 80);
            self::assertSame($expected, Play::tape($opinion->text(), $tape), "seed {$seed}\n{$opinion->text()}{$tape}");
        }
    }
}
