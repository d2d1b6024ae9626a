<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

use ZigzagPost\Core\Rig\Document\Part;

/** A lead that the plan makes of other cables or adapters. */
final readonly class PlannedCable
{
    /**
     * @param string $lead its id
     * @param string $words what hands do
     * @param list<Part> $parts what it is made of then
     */
    public function __construct(public string $lead, public string $words, public array $parts, public int $cost, public string $reason)
    {
    }
}
