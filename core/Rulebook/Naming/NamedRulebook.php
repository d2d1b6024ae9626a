<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Naming;

use ZigzagPost\Core\Rulebook\ResolvedRulebook;
use ZigzagPost\Core\Rulebook\Text\RulebookError;

/** A rulebook as far as its names are known in a rig, and what the rig does not have. */
final readonly class NamedRulebook
{
    /** @param list<RulebookError> $errors */
    public function __construct(public ResolvedRulebook $book, public array $errors)
    {
    }
}
