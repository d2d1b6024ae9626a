<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Direct;

use ZigzagPost\Core\Rig\Setup\End;
use ZigzagPost\Core\Rig\Setup\ResolvedLead;
use ZigzagPost\Core\Rig\Wire\Verdict;
use ZigzagPost\Core\Rig\Wire\Walk;

/** A lead is of one verdict, whatever it carries, as the plugs at its ends are set. */
final readonly class LeadWorks implements Condition
{
    public function __construct(private ResolvedLead $joint, private End $a, private End $b, private Verdict $verdict = Verdict::Works)
    {
    }

    public function key(): string
    {
        return "lead\t{$this->joint->lead->id}\tis {$this->verdict->value}";
    }

    public function settings(): array
    {
        return LeadSettings::of($this->a, $this->b);
    }

    public function isMet(array $boxes): bool
    {
        $joint = new ResolvedLead($this->joint->lead, LeadSettings::at($this->a, $boxes), LeadSettings::at($this->b, $boxes), null);

        return Walk::verdict($joint) === $this->verdict;
    }

    public function obstacle(array $boxes): Obstacle
    {
        return new Obstacle(ObstacleSort::Lead, $this->joint->lead->id);
    }
}
