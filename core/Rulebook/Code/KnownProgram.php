<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

use ZigzagPost\Core\Midi\BankedProgram;

/** A program of which it is known what it stores. */
final readonly class KnownProgram
{
    /** @param array<string, int> $values raw, by title of the parameter, as far as they are known */
    public function __construct(public BankedProgram $called, public array $values)
    {
    }
}
