<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Text;

/** Numbers from one to another, as they are written; a single number is a range of one. */
final readonly class LiteralRange
{
    public function __construct(public Literal $from, public Literal $to)
    {
    }

    public static function single(int $number, Span $span): self
    {
        $literal = new Literal($number, (string) $number, $span);

        return new self($literal, $literal);
    }

    public function contains(int $number): bool
    {
        return $number >= $this->from->value && $number <= $this->to->value;
    }

    public function print(): string
    {
        return $this->from === $this->to ? $this->from->text : "{$this->from->text}..{$this->to->text}";
    }
}
