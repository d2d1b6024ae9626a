<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Compile;

use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\Text\NumberList;

/** A selector, and the numbers of one kind of message that it asks for. */
final readonly class AskedSelector
{
    /** @param NumberList|null $numbers null for all */
    public function __construct(public Selector $selector, public ?NumberList $numbers)
    {
    }
}
