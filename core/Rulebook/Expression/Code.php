<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Expression;

use ZigzagPost\Core\Number\Exact;
use ZigzagPost\Core\Number\Interval;

/**
 * An expression as PHP code.
 *
 * Either whole-number code over a denominator known when compiling (the fast form), or code that yields a quantity of
 * {@see Exact} (when something is divided by what is only known when the rule runs).
 */
final readonly class Code
{
    private function __construct(public string $php, public int $denominator, public bool $isQuantity, public ?int $constant)
    {
    }

    public static function whole(string $php, int $denominator = 1): self
    {
        return new self($php, $denominator, false, null);
    }

    public static function constant(int $numerator, int $denominator = 1): self
    {
        return new self($numerator < 0 ? "({$numerator})" : (string) $numerator, $denominator, false, $numerator);
    }

    public static function quantity(string $php): self
    {
        return new self($php, 1, true, null);
    }

    public function asQuantity(): string
    {
        return $this->isQuantity || 1 === $this->denominator ? $this->php : "[{$this->php}, {$this->denominator}]";
    }

    /** Code for the whole number nearest to it, halves away from zero. */
    public function rounded(): string
    {
        if ($this->isQuantity) {
            return "Exact::roundQuantity({$this->php})";
        }
        if (null !== $this->constant) {
            return (string) Exact::round($this->constant, $this->denominator);
        }

        return 1 === $this->denominator ? $this->php : "Exact::round({$this->php}, {$this->denominator})";
    }

    /**
     * Code for the same, as an integer also where it outgrows 64 bits.
     *
     * @param Interval $range of its values
     */
    public function nearest(Interval $range): string
    {
        return max(-$range->low, $range->high) < Exact::LIMIT ? $this->rounded() : "Exact::roundQuantity({$this->asQuantity()})";
    }

    /**
     * Code for the greatest whole number that is not above it.
     *
     * @param Interval $range of its values
     */
    public function floor(Interval $range): string
    {
        $isWhole = !$this->isQuantity && 1 === $this->denominator && max(-$range->low, $range->high) < Exact::LIMIT;

        return $isWhole ? $this->php : "Exact::floor({$this->asQuantity()})";
    }

    /** Code for whether it is anything but zero. */
    public function truth(): string
    {
        return $this->isQuantity ? "Exact::isTrue({$this->php})" : "0 != {$this->php}";
    }

    /** Code multiplied up to a common denominator with another. */
    public function over(int $denominator): string
    {
        $factor = intdiv($denominator, $this->denominator);

        return 1 === $factor ? $this->php : "{$this->php} * {$factor}";
    }
}
