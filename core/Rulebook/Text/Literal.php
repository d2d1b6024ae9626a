<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Text;

/** A number as written in a rulebook: its value, and its spelling (decimal, hexadecimal, key name, MSB:LSB). */
final readonly class Literal
{
    public function __construct(public int $value, public string $text, public Span $span)
    {
    }
}
