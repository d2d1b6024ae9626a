<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Number;

/**
 * Exact arithmetic on whole numbers and fractions.
 *
 * A fraction is a pair of numerator and positive denominator, without a common divisor. What needs more than 64 bits
 * goes on as a float over 1, and never throws.
 *
 * @phpstan-type Fraction array{int|float, int}
 * @phpstan-type Quantity int|float|Fraction
 */
final class Exact
{
    /** Rounded numbers stay within this; beyond it floats know no more whole numbers. */
    public const LIMIT = 1 << 53;

    /**
     * A fraction as a whole number, rounded half away from zero.
     */
    public static function round(int|float $numerator, int|float $denominator = 1): int
    {
        if (!\is_int($numerator) || !\is_int($denominator) || $denominator > self::LIMIT || $numerator > self::LIMIT || $numerator < -self::LIMIT) {
            return self::withinLimit(round($numerator / $denominator));
        }
        if ($numerator >= 0) {
            return intdiv(2 * $numerator + $denominator, 2 * $denominator);
        }

        return -intdiv(-2 * $numerator + $denominator, 2 * $denominator);
    }

    /** @param Quantity $x */
    public static function roundQuantity(int|float|array $x): int
    {
        return \is_array($x) ? self::round($x[0], $x[1]) : self::round($x);
    }

    /**
     * The greatest whole number that is not above it: -0.5 gives -1.
     *
     * @param Quantity $x
     */
    public static function floor(int|float|array $x): int
    {
        [$numerator, $denominator] = self::pair($x);
        if (!\is_int($numerator)) {
            return self::withinLimit(floor($numerator / $denominator));
        }

        return self::withinLimit(intdiv($numerator, $denominator) - ($numerator % $denominator < 0 ? 1 : 0));
    }

    /**
     * @param Quantity $a
     * @param Quantity $b
     *
     * @return int|Fraction
     */
    public static function add(int|float|array $a, int|float|array $b): int|array
    {
        [[$an, $ad], [$bn, $bd]] = [self::pair($a), self::pair($b)];
        $common = self::divisor($ad, $bd);
        [$ad, $times] = [intdiv($ad, $common), intdiv($bd, $common)];

        return self::reduce($an * $times + $bn * $ad, $ad * $bd);
    }

    /**
     * @param Quantity $a
     * @param Quantity $b
     *
     * @return int|Fraction
     */
    public static function subtract(int|float|array $a, int|float|array $b): int|array
    {
        return self::add($a, self::multiply($b, -1));
    }

    /**
     * @param Quantity $a
     * @param Quantity $b
     *
     * @return int|Fraction
     */
    public static function multiply(int|float|array $a, int|float|array $b): int|array
    {
        [[$an, $ad], [$bn, $bd]] = [self::cancelled(self::pair($a)[0], self::pair($b)[1]), self::cancelled(self::pair($b)[0], self::pair($a)[1])];

        return self::reduce($an * $bn, $ad * $bd);
    }

    /**
     * @param Quantity $a
     * @param Quantity $b
     *
     * @return int|Fraction
     *
     * @throws Rejected when b is zero
     */
    public static function divide(int|float|array $a, int|float|array $b): int|array
    {
        [[$an, $ad], [$bn, $bd]] = [self::pair($a), self::pair($b)];
        if (0 == $bn) {
            throw Rejected::divisionByZero();
        }

        if (!\is_int($bn) || \PHP_INT_MIN === $bn) {
            return self::reduce($an * $bd / $bn / $ad, 1);
        }

        return self::multiply([$an, $ad], $bn < 0 ? [-$bd, -$bn] : [$bd, $bn]);
    }

    /**
     * The remainder of a division that rounds down, so that it has the sign of b: -1 % 12 is 11.
     *
     * @param Quantity $a
     * @param Quantity $b
     *
     * @return int|Fraction
     *
     * @throws Rejected when b is zero
     */
    public static function modulo(int|float|array $a, int|float|array $b): int|array
    {
        if (\is_int($a) && \is_int($b)) {
            if (0 === $b) {
                throw Rejected::divisionByZero();
            }
            $remainder = -1 === $b ? 0 : $a % $b;

            return 0 !== $remainder && ($remainder < 0) !== ($b < 0) ? $remainder + $b : $remainder;
        }
        $quotient = self::pair(self::divide($a, $b));
        $floor = floor($quotient[0] / $quotient[1]);
        if (\is_int($quotient[0]) && \is_int($quotient[1])) {
            $floor = intdiv($quotient[0], $quotient[1]) - ($quotient[0] % $quotient[1] < 0 ? 1 : 0);
        }

        return self::subtract($a, self::multiply($b, $floor));
    }

    /**
     * @param Quantity $a
     * @param Quantity $b
     *
     * @return int below, at or above zero, as a is less than, equal to or greater than b
     */
    public static function compare(int|float|array $a, int|float|array $b): int
    {
        [[$an, $ad], [$bn, $bd]] = [self::pair($a), self::pair($b)];

        return $an * $bd <=> $bn * $ad;
    }

    /** @param Quantity $x */
    public static function isTrue(int|float|array $x): bool
    {
        return 0 != self::pair($x)[0];
    }

    /**
     * @param Quantity $x
     *
     * @return Quantity
     */
    public static function abs(int|float|array $x): int|float|array
    {
        return self::compare($x, 0) < 0 ? self::multiply($x, -1) : $x;
    }

    /**
     * @param Quantity $first
     * @param Quantity ...$others
     *
     * @return Quantity
     */
    public static function min(int|float|array $first, int|float|array ...$others): int|float|array
    {
        foreach ($others as $other) {
            if (self::compare($other, $first) < 0) {
                $first = $other;
            }
        }

        return $first;
    }

    /**
     * @param Quantity $first
     * @param Quantity ...$others
     *
     * @return Quantity
     */
    public static function max(int|float|array $first, int|float|array ...$others): int|float|array
    {
        foreach ($others as $other) {
            if (self::compare($other, $first) > 0) {
                $first = $other;
            }
        }

        return $first;
    }

    /**
     * @param Quantity $x
     *
     * @return Fraction
     */
    private static function pair(int|float|array $x): array
    {
        return \is_array($x) ? $x : [$x, 1];
    }

    /** @return int|Fraction */
    private static function reduce(int|float $numerator, int|float $denominator): int|array
    {
        if (!\is_int($numerator) || !\is_int($denominator)) {
            $quotient = $numerator / $denominator;

            return is_finite($quotient) ? [$quotient, 1] : ($numerator > 0 ? self::LIMIT : -self::LIMIT);
        }
        if (1 === $denominator) {
            return $numerator;
        }
        [$numerator, $denominator] = self::cancelled($numerator, $denominator);

        return 1 === $denominator && \is_int($numerator) ? $numerator : [$numerator, $denominator];
    }

    /** @return Fraction */
    private static function cancelled(int|float $numerator, int $denominator): array
    {
        if (!\is_int($numerator) || 1 === $denominator) {
            return [$numerator, $denominator];
        }
        $common = self::divisor($numerator, $denominator);

        return [intdiv($numerator, $common), intdiv($denominator, $common)];
    }

    /** The greatest common divisor of a whole number and a positive one. */
    private static function divisor(int $a, int $b): int
    {
        while (0 !== $b) {
            [$a, $b] = [$b, $a % $b];
        }

        return abs($a);
    }

    private static function withinLimit(int|float $x): int
    {
        return is_nan((float) $x) ? 0 : (int) max(-self::LIMIT, min(self::LIMIT, $x));
    }
}
