<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A unit whose firmware is older than its chart. */
final readonly class FirmwareIsOld extends RigFact
{
    public const CODE = 'firmware-old';

    public function __construct(public string $unit, public string $firmware, public string $least)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, 'firmware');
    }

    public function text(): string
    {
        return "its firmware is {$this->firmware}, and its chart is true from {$this->least} on";
    }

    public function job(): string
    {
        return "bring the firmware of {$this->unit} up to {$this->least}, or look the chart over";
    }
}
