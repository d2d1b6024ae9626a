<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Text;

/** A place in a rulebook: line and column count from 1, columns and length in characters. */
final readonly class Span
{
    public function __construct(public int $line, public int $column, public int $length = 1)
    {
    }

    public function to(self $end): self
    {
        return $end->line === $this->line ? new self($this->line, $this->column, max(1, $end->column + $end->length - $this->column)) : $this;
    }
}
