<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

/** Something that a step sends: on which out port, how many bytes it has at most, and how much later it leaves. */
final readonly class Sending
{
    public function __construct(public string $port, public int $bytes, public int $afterUs = 0)
    {
    }
}
