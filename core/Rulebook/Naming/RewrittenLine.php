<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Naming;

/** What stands in a line, and how it is written with the titles of charts. */
final readonly class RewrittenLine
{
    public function __construct(public string $from, public string $to)
    {
    }
}
