<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Sheet;

use ZigzagPost\Core\Rulebook\Change\RuleText;

/** A rule made for another control. */
final readonly class CopiedRule
{
    /** @param string $gesture press, short, held or twice */
    public function __construct(public RuleText $rule, public string $gesture)
    {
    }
}
