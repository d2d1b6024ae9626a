<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Sheet;

use ZigzagPost\Core\Rulebook\Change\Edit;

/** Edits that copy rules, and what could not be copied. */
final readonly class CopiedRules
{
    /**
     * @param list<Edit> $edits
     * @param array<int, string> $left why, by place among the copies
     */
    public function __construct(public array $edits, public array $left)
    {
    }
}
