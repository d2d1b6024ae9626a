<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

/** A named value of a parameter: the raw values that are called so, and what is sent for it. */
final readonly class TargetValue
{
    public function __construct(public int $from, public int $to, public int $sent)
    {
    }
}
