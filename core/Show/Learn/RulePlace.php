<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Learn;

use ZigzagPost\Core\Rulebook\Rule;

/** Where a learned rule has to stand. */
final readonly class RulePlace
{
    /**
     * @param Rule|null $before null for behind all others
     * @param list<string> $told what is to be told
     */
    public function __construct(public ?Rule $before, public array $told)
    {
    }
}
