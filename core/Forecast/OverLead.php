<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Forecast;

use ZigzagPost\Core\Rig\Fit\Medium;
use ZigzagPost\Core\Rig\Setup\Hop;

/** What goes over a lead in one direction: where it comes from, and what it has gone over before. */
final readonly class OverLead
{
    /** @param list<Medium> $before */
    public function __construct(public LeavesAt $source, public Hop $hop, public array $before)
    {
    }
}
