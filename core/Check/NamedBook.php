<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\ResolvedRulebook;

/** A rulebook with its names looked up in a rig, and what was not found. */
final readonly class NamedBook
{
    /** @param list<Finding> $findings */
    public function __construct(public ResolvedRulebook $book, public array $findings)
    {
    }
}
