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
        return "its firmware is {$this->firmware}; its chart is right from {$this->least} on";
    }

    public function formerly(): string
    {
        return "its firmware is {$this->firmware}, and its chart is true from {$this->least} on";
    }

    public function job(): string
    {
        return "update the firmware of {$this->unit} to {$this->least}, or check its chart";
    }
}
