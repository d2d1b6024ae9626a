<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

/** A line of a printed load-in list. */
final readonly class CardLine
{
    public function __construct(public string $unit, public string $title, public string $value, public bool $isLook)
    {
    }
}
