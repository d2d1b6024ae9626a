<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Direct;

use ZigzagPost\Core\Rig\Wire\Verdict;
use ZigzagPost\Core\Rig\Wire\Walk;

/** A lead is of one verdict, whatever it carries, as the plugs at its ends are set. */
final readonly class LeadWorks implements Condition
{
    /** @param bool $isOfOthersOnly whether the lead may be of any verdict with the cables that it has */
    public function __construct(private Cabling $cabling, private Verdict $verdict = Verdict::Works, private bool $isOfOthersOnly = false)
    {
    }

    public function key(): string
    {
        return "lead\t{$this->cabling->lead()}\tis {$this->verdict->value}".($this->isOfOthersOnly ? ' with others' : '');
    }

    public function settings(): array
    {
        return $this->cabling->settings();
    }

    public function isMet(array $boxes): bool
    {
        return ($this->isOfOthersOnly && $this->cabling->isAsItIs($boxes)) || Walk::verdict($this->cabling->lay($boxes)) === $this->verdict;
    }

    public function obstacle(array $boxes): Obstacle
    {
        return new Obstacle(ObstacleSort::Lead, $this->cabling->lead());
    }
}
