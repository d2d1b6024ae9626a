<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Data;

/** A document that cannot be read as what it claims to be, with everything that is wrong in it. */
final class BadData extends \RuntimeException
{
    /** @param list<Problem> $problems at least one */
    public function __construct(public readonly array $problems)
    {
        $more = \count($problems) - 1;
        parent::__construct(mb_scrub(($problems[0] ?? new Problem('', 'nothing could be read'))->print().($more > 0 ? " (and {$more} more)" : '')));
    }
}
