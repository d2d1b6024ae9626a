<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Expression;

use ZigzagPost\Core\Number\Interval;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;

/** `kit(key)`: a value, rounded, looked up in a table; what is not in it stays. */
final class Lookup extends Expression
{
    public function __construct(public readonly Token $table, private readonly Expression $argument, Span $span)
    {
        parent::__construct($span);
    }

    public function print(int $binding = 0): string
    {
        return $this->table->text.'('.$this->argument->print().')';
    }

    public function code(Scope $scope): Code
    {
        return Code::whole($scope->lookUp($this, $this->argument->code($scope)->nearest($this->argument->range($scope))));
    }

    public function range(Scope $scope): Interval
    {
        return $scope->rangeOfLookup($this, $this->argument->range($scope));
    }

    public function parts(): array
    {
        return [$this->argument];
    }
}
