<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Expression;

use ZigzagPost\Core\Number\Interval;
use ZigzagPost\Core\Rulebook\Text\Span;

/** A number or key name in an expression; decimals are kept as exact fractions. */
final class Number extends Expression
{
    public function __construct(public readonly int $numerator, public readonly int $denominator, private readonly string $text, Span $span)
    {
        parent::__construct($span);
    }

    public function print(int $binding = 0): string
    {
        return $this->text;
    }

    protected function number(): float
    {
        return $this->numerator / $this->denominator;
    }

    public function code(Scope $scope): Code
    {
        return Code::constant($this->numerator, $this->denominator);
    }

    public function range(Scope $scope): Interval
    {
        return new Interval($this->numerator / $this->denominator, $this->numerator / $this->denominator);
    }
}
