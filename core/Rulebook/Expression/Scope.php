<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Expression;

/** What names mean where an expression stands. */
interface Scope
{
    /** PHP code that reads a field or memory; code that rejects the message when it has no such field. */
    public function read(Name $name): string;

    /** @return array{float, float} the values it can have here */
    public function rangeOf(Name $name): array;
}
