<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Rulebook\Text\Literal;
use ZigzagPost\Core\Rulebook\Text\Token;

/** The two values that `other` chooses from. */
final readonly class TwoValues
{
    public function __construct(public Token|Literal $first, public Token|Literal $second)
    {
    }
}
