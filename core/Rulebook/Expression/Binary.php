<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Expression;

use ZigzagPost\Core\Number\Interval;

/** Two operands with `+ - * / %`, a comparison, `and` or `or` between them. */
final class Binary extends Expression
{
    public const BINDING = [
        'or' => 1, 'and' => 2,
        '=' => 4, '!=' => 4, '<' => 4, '<=' => 4, '>' => 4, '>=' => 4,
        '+' => 5, '-' => 5,
        '*' => 6, '/' => 6, '%' => 6,
    ];

    private const COMPARISONS = ['=' => '==', '!=' => '!=', '<' => '<', '<=' => '<=', '>' => '>', '>=' => '>='];

    /** Denominators above this would overflow; such expressions are computed as quantities. */
    private const LARGEST_DENOMINATOR = 1_000_000;
    /** Numbers below this are safe from overflow. */
    private const LARGEST = 2.0 ** 62;

    public function __construct(public readonly string $operator, public readonly Expression $left, public readonly Expression $right)
    {
        parent::__construct($left->span->to($right->span));
    }

    public function print(int $binding = 0): string
    {
        $own = self::BINDING[$this->operator];
        $text = $this->left->print($own).' '.$this->operator.' '.$this->right->print($own + 1);

        return $binding > $own ? "({$text})" : $text;
    }

    public function code(Scope $scope): Code
    {
        $left = $this->left->code($scope);
        $right = $this->right->code($scope);
        if ('and' === $this->operator || 'or' === $this->operator) {
            return Code::whole(\sprintf('((%s) %s (%s) ? 1 : 0)', $left->truth(), 'and' === $this->operator ? '&&' : '||', $right->truth()));
        }
        $common = $left->denominator * $right->denominator;
        if ($left->isQuantity || $right->isQuantity || $common > self::LARGEST_DENOMINATOR || !$this->fits($scope, $common)) {
            return $this->quantity($left, $right);
        }
        if (isset(self::COMPARISONS[$this->operator])) {
            return Code::whole(\sprintf('(%s %s %s ? 1 : 0)', $left->over($common), self::COMPARISONS[$this->operator], $right->over($common)));
        }

        return match ($this->operator) {
            '*' => Code::whole("({$left->php} * {$right->php})", $common),
            '/' => null !== $right->constant && 0 !== $right->constant
                ? $this->overConstant($left, $right->constant, $right->denominator)
                : $this->quantity($left, $right),
            '%' => $this->quantity($left, $right),
            default => $left->denominator === $right->denominator
                ? Code::whole("({$left->php} {$this->operator} {$right->php})", $left->denominator)
                : Code::whole("({$left->over($common)} {$this->operator} {$right->over($common)})", $common),
        };
    }

    public function range(Scope $scope): Interval
    {
        [$left, $right] = [$this->left->range($scope), $this->right->range($scope)];
        [$a, $b, $c, $d] = [$left->low, $left->high, $right->low, $right->high];

        return match ($this->operator) {
            '+' => new Interval($a + $c, $b + $d),
            '-' => new Interval($a - $d, $b - $c),
            '*' => Interval::around([$a * $c, $a * $d, $b * $c, $b * $d]),
            '/' => $c > 0 || $d < 0 ? Interval::around([$a / $c, $a / $d, $b / $c, $b / $d]) : new Interval(-\INF, \INF),
            '%' => $c > 0 ? new Interval(0, $d) : new Interval(-$right->reach(), $right->reach()),
            default => Interval::truth(),
        };
    }

    public function parts(): array
    {
        return [$this->left, $this->right];
    }

    /** Whether operands and result over a common denominator are whole numbers of 64 bits whatever comes in. */
    private function fits(Scope $scope, int $denominator): bool
    {
        $largest = 0;
        foreach ([$this->left->range($scope), $this->right->range($scope), $this->range($scope)] as $range) {
            $largest = max($largest, $range->reach());
        }

        return '/' === $this->operator || $largest * $denominator < self::LARGEST;
    }

    private function overConstant(Code $left, int $numerator, int $denominator): Code
    {
        $factor = $numerator < 0 ? -$denominator : $denominator;
        $below = $left->denominator * abs($numerator);
        if ($below > self::LARGEST_DENOMINATOR) {
            return Code::quantity("Exact::divide({$left->asQuantity()}, [{$numerator}, {$denominator}])");
        }

        return Code::whole(1 === $factor ? $left->php : "({$left->php} * {$factor})", $below);
    }

    private function quantity(Code $left, Code $right): Code
    {
        [$a, $b] = [$left->asQuantity(), $right->asQuantity()];
        if (isset(self::COMPARISONS[$this->operator])) {
            return Code::whole(\sprintf('(Exact::compare(%s, %s) %s 0 ? 1 : 0)', $a, $b, self::COMPARISONS[$this->operator]));
        }
        $function = ['+' => 'add', '-' => 'subtract', '*' => 'multiply', '/' => 'divide', '%' => 'modulo'][$this->operator];

        return Code::quantity("Exact::{$function}({$a}, {$b})");
    }
}
