<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A unit that nothing feeds. */
final readonly class UnitHasNoPower extends RigFact
{
    public const CODE = 'no-power';

    public function __construct(public string $unit, public string $plug, public string $label)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, $this->plug);
    }

    public function text(): string
    {
        return "nothing feeds {$this->unit}: no lead is plugged into {$this->label}";
    }

    public function job(): string
    {
        return "give {$this->unit} a supply, or a battery";
    }
}
