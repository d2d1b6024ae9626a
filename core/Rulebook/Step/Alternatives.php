<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

/** The two raw values that `turn … to other` goes between. */
final readonly class Alternatives
{
    public function __construct(public int $first, public int $second)
    {
    }
}
