<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\ResolvedRulebook;

/** Looks for one kind of mistake in a rulebook whose lines and names are all understood. */
interface Check
{
    /** @return iterable<Finding> */
    public function findings(ResolvedRulebook $book): iterable;
}
