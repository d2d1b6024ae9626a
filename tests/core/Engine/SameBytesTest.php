<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Engine;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Check\Finding;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Tests\Core\Play;

/** Numbers, ports and lists however large: compiled rules give whole numbers in range and never throw. */
final class SameBytesTest extends TestCase
{
    /** @return iterable<string, array{string, list<string>}> step and what goes out for two messages B0 01 40 */
    public static function large(): iterable
    {
        yield 'a product beyond 64 bits' => ['set value = value * 2000000000 * 2000000000 * 2000000000', ['B0 01 7F', 'B0 01 7F']];
        yield 'one below zero' => ['set value = -value * 2000000000 * 2000000000 * 2000000000', ['B0 01 00', 'B0 01 00']];
        yield 'a channel' => ['set channel = 2000000000 * 2000000000 * 2000000000 * value', []];
        yield 'a memory that grows' => ["remember m = m * 2000000000\n  remember m = m * 2000000000\n  set value = m", ['B0 01 7F', 'B0 01 7F']];
        yield 'a comparison' => ['set value = 1000000000 * m * 1000000000 * m * 1000000000 > value', ['B0 01 01', 'B0 01 01']];
        yield 'a quotient' => [
            'set value = (m * 1000000000 * 1000000000 * 1000000000) / (m * 1000000000 * 1000000000 * 1000000000) + 6',
            ['B0 01 07', 'B0 01 07'],
        ];
        yield 'what fits stays exact' => ['set value = (m * 1000000000 * 1000000000 + value) % 128', ['B0 01 40', 'B0 01 40']];
        yield 'fractions of large numbers' => ['set value = m * 1000000000 / 3 - m * 1000000000 / 3 + 5', ['B0 01 05', 'B0 01 05']];
    }

    /** @param list<string> $expected */
    #[DataProvider('large')]
    public function testArithmeticBeyond64Bits(string $steps, array $expected): void
    {
        $out = Play::rule("take cc\n  {$steps}\n  send moths", 'B0 01 40', 'B0 01 40');
        self::assertSame($expected, array_map(static fn (string $line): string => substr($line, \strlen('moths ')), $out));
    }

    public function testPortsUpTo256AreToldApart(): void
    {
        $text = '';
        for ($i = 0; $i < 128; ++$i) {
            $text .= "port in{$i} in\nport out{$i} out\nrule \"{$i}\"\n  from in{$i}\n  take any\n  press\n  toggle 1 2\n  send out{$i} pickup\n";
        }
        $engine = new Engine(Play::book($text));
        for ($i = 0; $i < 128; ++$i) {
            $engine->feed($i, (int) $engine->book->inPort("in{$i}"), "\xB0\x07\x7F");
        }
        foreach ($engine->take() as $i => [, $port, $bytes]) {
            self::assertSame(["out{$i}", "\xB0\x07\x02"], [$engine->book->ports()[$port], $bytes]);
        }
        self::assertSame(['too-many-ports'], array_column(self::errors($text."port one_more in\nrule \"more\"\n  take cc\n  send out1\n"), 'code'));
    }

    /** @return list<Finding> */
    private static function errors(string $text): array
    {
        return array_values(
            array_filter(Checker::check($text)->findings, static fn (Finding $finding): bool => 'error' === $finding->severity->value),
        );
    }
}
