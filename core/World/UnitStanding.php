<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

/** What a unit stands on: its program, and raw values of its parameters, as far as they are known. */
final readonly class UnitStanding
{
    /** @param array<string, int> $values */
    public function __construct(public ?int $program, public array $values)
    {
    }
}
