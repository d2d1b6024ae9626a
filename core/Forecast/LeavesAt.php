<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Forecast;

use ZigzagPost\Core\Rig\Document\LeadEnd;

/** A place where something leaves: a plug or stream of a unit, or an out port of the post. */
final readonly class LeavesAt
{
    public function __construct(public string $unit, public string $at)
    {
    }

    public function isPost(): bool
    {
        return LeadEnd::POST === $this->unit;
    }

    /** Tells places of one rig apart. */
    public function key(): string
    {
        return "{$this->unit}\t{$this->at}";
    }
}
