<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A unit into which no lead is plugged. */
final readonly class UnitHasNoLead extends RigFact
{
    public const CODE = 'unit-without-lead';

    /** @param list<string> $freePorts ports of the rulebook into which nothing is plugged */
    public function __construct(public string $unit, public array $freePorts)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit);
    }

    public function text(): string
    {
        $free = implode(', ', array_map(static fn (string $port): string => "port {$port}", $this->freePorts));

        return "no lead is plugged into {$this->unit}, neither to send nor to hear".('' === $free ? '' : "; {$free} is free");
    }

    public function formerly(): string
    {
        $free = implode(', ', array_map(static fn (string $port): string => "the port {$port}", $this->freePorts));

        return "no lead is plugged into {$this->unit}, neither to send nor to hear".('' === $free ? '' : "; nothing is plugged into {$free}");
    }

    public function job(): string
    {
        return "lay a lead to {$this->unit}, or take it out of the rig";
    }
}
