<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Expression;

use ZigzagPost\Core\Number\Interval;

/** What names mean where an expression stands. */
interface Scope
{
    /** PHP code that reads a field or memory; code that rejects the message when it has no such field. */
    public function read(Name $name): string;

    /** PHP code that looks a whole number, given as PHP code, up in a table. */
    public function lookUp(Lookup $lookup, string $php): string;

    /**
     * @param Interval $range of what is looked up
     *
     * @return Interval of what is found
     */
    public function rangeOfLookup(Lookup $lookup, Interval $range): Interval;

    /** The values it can have here. */
    public function rangeOf(Name $name): Interval;
}
