<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rulebook;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Number\Exact;

/** Arithmetic on whole numbers and fractions. */
final class ExactTest extends TestCase
{
    /** @return iterable<string, array{int, int, int}> */
    public static function halves(): iterable
    {
        yield 'up' => [5, 2, 3];
        yield 'down, below zero' => [-5, 2, -3];
        yield 'below a half' => [4, 9, 0];
        yield 'above a half' => [5, 9, 1];
        yield 'below zero' => [-4, 9, 0];
        yield 'whole' => [-6, 3, -2];
        yield 'a large denominator' => [\PHP_INT_MAX >> 11, \PHP_INT_MAX, 0];
    }

    #[DataProvider('halves')]
    public function testRoundsHalvesAwayFromZero(int $numerator, int $denominator, int $expected): void
    {
        self::assertSame($expected, Exact::round($numerator, $denominator));
    }

    public function testTheFloorIsNeverAbove(): void
    {
        self::assertSame([2, -3, -1, 5, -1, 1 << 53, -(1 << 53)], array_map(Exact::floor(...), [[5, 2], [-5, 2], [-1, 3], 5, [-0.5, 1], [1e30, 1], -1e30]));
    }

    public function testFractionsStayExactAndShort(): void
    {
        $x = [64, 127];
        foreach ([[3, 7], [125, 126], [1_000_003, 999_983], [89, 97], [2_147_483_647, 2_147_483_629]] as $y) {
            self::assertSame($x, Exact::divide(Exact::multiply($x, $y), $y));
            self::assertSame($x, Exact::subtract(Exact::add($x, $y), $y));
            self::assertSame(0, Exact::compare(Exact::add($x, $y), Exact::add($y, $x)));
        }
        self::assertSame(1, Exact::add([1, 3], [2, 3]));
        self::assertSame([-1, 6], Exact::subtract([1, 3], [1, 2]));
    }

    public function testTheRemainderHasTheSignOfItsDivisor(): void
    {
        self::assertSame([2, -2, 0, [5, 2]], [Exact::modulo(-7, 3), Exact::modulo(7, -3), Exact::modulo(6, 3), Exact::modulo([-7, 2], 6)]);
    }

    /** What needs more than 64 bits is still near what it should be. */
    public function testHugeResultsAreNearAndNeverThrow(): void
    {
        $odd = [\PHP_INT_MIN, \PHP_INT_MAX, -1, 1, 7, 1 << 53, [1, 3], [\PHP_INT_MAX, \PHP_INT_MAX - 1], [-7, \PHP_INT_MAX]];
        foreach ($odd as $a) {
            foreach ($odd as $b) {
                [$x, $y] = [self::float($a), self::float($b)];
                self::assertEqualsWithDelta($x + $y, self::float(Exact::add($a, $b)), abs($x) * 1e-9 + abs($y) * 1e-9);
                self::assertEqualsWithDelta($x * $y, self::float(Exact::multiply($a, $b)), abs($x * $y) * 1e-9);
                self::assertEqualsWithDelta($x / $y, self::float(Exact::divide($a, $b)), abs($x / $y) * 1e-9);
                self::assertSame($x <=> $y, Exact::compare($a, $b) * (int) ($x !== $y));
                Exact::roundQuantity(Exact::modulo($a, $b));
            }
        }
    }

    /** @param int|float|array{int|float, int} $x */
    private static function float(int|float|array $x): float
    {
        return \is_array($x) ? (float) ($x[0] / $x[1]) : (float) $x;
    }
}
