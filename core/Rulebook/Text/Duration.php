<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Text;

/** A length of time as written in a rulebook. */
final readonly class Duration
{
    public function __construct(public int $us, private string $text)
    {
    }

    public function print(): string
    {
        return $this->text;
    }
}
