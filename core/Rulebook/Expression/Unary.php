<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Expression;

use ZigzagPost\Core\Number\Interval;
use ZigzagPost\Core\Rulebook\Text\Span;

/** `-x` and `not x`. */
final class Unary extends Expression
{
    private const BINDING = ['not' => 3, '-' => 7];

    public function __construct(private readonly string $operator, private readonly Expression $operand, Span $span)
    {
        parent::__construct($span);
    }

    public function print(int $binding = 0): string
    {
        $own = self::BINDING[$this->operator];
        $text = ('not' === $this->operator ? 'not ' : '-').$this->operand->print($own);

        return $binding > $own ? "({$text})" : $text;
    }

    protected function number(): ?float
    {
        return '-' === $this->operator && $this->operand instanceof Number ? -(float) $this->operand->number() : null;
    }

    public function code(Scope $scope): Code
    {
        $operand = $this->operand->code($scope);
        if ('not' === $this->operator) {
            return Code::whole("({$operand->truth()} ? 0 : 1)");
        }
        if (null !== $operand->constant) {
            return Code::constant(-$operand->constant, $operand->denominator);
        }

        return $operand->isQuantity ? Code::quantity("Exact::multiply({$operand->php}, -1)") : Code::whole("(-{$operand->php})", $operand->denominator);
    }

    public function range(Scope $scope): Interval
    {
        $range = $this->operand->range($scope);

        return 'not' === $this->operator ? Interval::truth() : new Interval(-$range->high, -$range->low);
    }

    public function parts(): array
    {
        return [$this->operand];
    }
}
