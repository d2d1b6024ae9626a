<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook;

use ZigzagPost\Core\Rulebook\Text\NumberList;

/** A list of numbers with the word that it stands behind: a kind of message, or such as channel and key. */
final readonly class Condition
{
    public function __construct(public string $word, public NumberList $numbers)
    {
    }
}
