<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Midi;

/** A result of a sum. */
final readonly class Reckoned
{
    public function __construct(public string $name, public string $value)
    {
    }
}
