<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Expression;

use ZigzagPost\Core\Number\Interval;
use ZigzagPost\Core\Rulebook\Text\Span;

/** A field of the message, `scene`, or a memory. */
final class Name extends Expression
{
    public function __construct(public readonly string $name, Span $span)
    {
        parent::__construct($span);
    }

    public function print(int $binding = 0): string
    {
        return $this->name;
    }

    public function code(Scope $scope): Code
    {
        return Code::whole($scope->read($this));
    }

    public function range(Scope $scope): Interval
    {
        return $scope->rangeOf($this);
    }
}
