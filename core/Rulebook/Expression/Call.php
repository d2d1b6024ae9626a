<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Expression;

use ZigzagPost\Core\Number\Interval;
use ZigzagPost\Core\Rulebook\Text\Span;

/** `min()`, `max()`, `abs()`, `clamp(x, low, high)`, `floor()`, `round()`, and the 7-bit halves `high()` and `low()`. */
final class Call extends Expression
{
    /** Function names with the fewest and most arguments. */
    public const FUNCTIONS = [
        'min' => [1, 16],
        'max' => [1, 16],
        'abs' => [1, 1],
        'clamp' => [3, 3],
        'floor' => [1, 1],
        'round' => [1, 1],
        'high' => [1, 1],
        'low' => [1, 1],
    ];

    /** Of two 7-bit halves. */
    private const LARGEST_PAIR = 16383;

    /** @param non-empty-list<Expression> $arguments */
    public function __construct(private readonly string $function, private readonly array $arguments, Span $span)
    {
        parent::__construct($span);
    }

    public function print(int $binding = 0): string
    {
        return $this->function.
            '('.
            implode(', ', array_map(static fn (Expression $argument): string => $argument->print(), $this->arguments)).
            ')';
    }

    public function code(Scope $scope): Code
    {
        $first = $this->arguments[0];
        switch ($this->function) {
            case 'floor':
                return Code::whole($first->code($scope)->floor($first->range($scope)));
            case 'round':
                return Code::whole($first->code($scope)->nearest($first->range($scope)));
            case 'high':
            case 'low':
                $pair = '\\max(0, \\min('.self::LARGEST_PAIR.", {$first->code($scope)->nearest($first->range($scope))}))";

                return Code::whole('high' === $this->function ? "({$pair} >> 7)" : "({$pair} & 0x7F)");
        }
        $arguments = array_map(static fn (Expression $argument): Code => $argument->code($scope), $this->arguments);
        $whole = [] === array_filter($arguments, static fn (Code $argument): bool => $argument->isQuantity || 1 !== $argument->denominator);
        $php = array_map(static fn (Code $argument): string => $whole ? $argument->php : $argument->asQuantity(), $arguments);
        $class = $whole ? '\\' : 'Exact::';
        $call = match (true) {
            'clamp' === $this->function => "{$class}max({$php[1]}, {$class}min({$php[0]}, {$php[2]}))",
            1 === \count($php) && 'abs' !== $this->function => $php[0],
            default => $class.$this->function.'('.implode(', ', $php).')',
        };

        return $whole ? Code::whole($call) : Code::quantity($call);
    }

    public function range(Scope $scope): Interval
    {
        $ranges = array_map(static fn (Expression $argument): Interval => $argument->range($scope), $this->arguments);
        $lows = array_map(static fn (Interval $range): int|float => $range->low, $ranges);
        $highs = array_map(static fn (Interval $range): int|float => $range->high, $ranges);
        $half = static fn (int|float $pair): int => max(0, min(self::LARGEST_PAIR, (int) round($pair))) >> 7;

        return match ($this->function) {
            'min' => new Interval(min($lows), min($highs)),
            'max' => new Interval(max($lows), max($highs)),
            'abs' => new Interval($lows[0] <= 0 && $highs[0] >= 0 ? 0 : min(abs($lows[0]), abs($highs[0])), $ranges[0]->reach()),
            'floor' => new Interval(floor($lows[0]), floor($highs[0])),
            'round' => $ranges[0]->rounded(),
            'high' => new Interval($half($lows[0]), $half($highs[0])),
            'low' => new Interval(0, 127),
            default => new Interval(max($lows[1], min($lows[0], $lows[2])), max($highs[1], min($highs[0], $highs[2]))),
        };
    }

    public function parts(): array
    {
        return $this->arguments;
    }
}
