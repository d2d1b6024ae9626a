<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Expression;

use ZigzagPost\Core\Number\Interval;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Written;

/** A formula over the fields of a message, memories and numbers. */
abstract class Expression
{
    public function __construct(public readonly Span $span)
    {
    }

    /** @param int $binding how strongly what stands around it binds; brackets are printed where needed */
    abstract public function print(int $binding = 0): string;

    abstract public function code(Scope $scope): Code;

    /** What its results can be. */
    abstract public function range(Scope $scope): Interval;

    /** The number that it is, where it is written as one. */
    protected function number(): ?float
    {
        return null;
    }

    public function written(): Written
    {
        return new Written($this->span, $this->print(), $this->number());
    }

    /** @return list<self> */
    public function parts(): array
    {
        return [];
    }

    /**
     * Every table looked up in it.
     *
     * @return list<Lookup>
     */
    public function lookups(): array
    {
        return array_merge($this instanceof Lookup ? [$this] : [], ...array_map(static fn (self $part): array => $part->lookups(), $this->parts()));
    }

    /**
     * Every name used in it, with fields among them.
     *
     * @return list<Name>
     */
    public function names(): array
    {
        return array_merge($this instanceof Name ? [$this] : [], ...array_map(static fn (self $part): array => $part->names(), $this->parts()));
    }
}
