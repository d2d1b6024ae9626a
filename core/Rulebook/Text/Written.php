<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Text;

/** A value as it stands in a rulebook: its place, its text, and the number where it is one. */
final readonly class Written
{
    public function __construct(public Span $span, public string $text, public ?float $number)
    {
    }
}
