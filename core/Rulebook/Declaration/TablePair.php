<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Declaration;

use ZigzagPost\Core\Rulebook\Text\Literal;

/** One entry of a table: what is looked up, and what is found. */
final readonly class TablePair
{
    public function __construct(public Literal $asked, public Literal $found)
    {
    }
}
