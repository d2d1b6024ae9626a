<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

/** A value that the plan has chosen for something. */
final readonly class ChosenValue
{
    public function __construct(public PlanVariable $of, public PlanValue $value)
    {
    }
}
