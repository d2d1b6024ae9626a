<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Rulebook\Text\Token;

/** A port that `spread` deals notes out to, and its voices. */
final readonly class SpreadUnit
{
    public function __construct(public Token $port, public int $voices)
    {
    }
}
