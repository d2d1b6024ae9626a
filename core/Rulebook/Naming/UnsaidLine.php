<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Naming;

/** A line that cannot be said without names of devices. */
final readonly class UnsaidLine
{
    public function __construct(public int $line, public string $what)
    {
    }
}
