<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

/** What a message did to a unit, in words. */
final readonly class DoneByMessage
{
    public function __construct(public string $bytes, public string $words)
    {
    }
}
