<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Text;

/** Titles from one to another, or one alone: `"Switch 1".."Switch 4"`. */
final readonly class TitleRange
{
    public function __construct(public Token $from, public ?Token $to)
    {
    }

    /** @return non-empty-list<Token> as they are written */
    public function written(): array
    {
        return null === $this->to ? [$this->from] : [$this->from, $this->to];
    }

    public function print(): string
    {
        return implode('..', array_map(static fn (Token $title): string => "\"{$title->text}\"", $this->written()));
    }

    /** @param \Closure(Token): Token $change */
    public function with(\Closure $change): self
    {
        return new self($change($this->from), null === $this->to ? null : $change($this->to));
    }
}
