<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A battery that does not last the show. */
final readonly class BatteryIsShort extends RigFact
{
    public const CODE = 'battery-short';

    public function __construct(public string $unit, public float $hours, public float $showHours)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, 'battery');
    }

    public function text(): string
    {
        return "its battery lasts {$this->hours} h, the show {$this->showHours} h";
    }

    public function formerly(): string
    {
        return "its battery lasts {$this->hours} hours, and the show {$this->showHours}";
    }

    public function job(): string
    {
        return 'take a charged one along, or feed it from a supply';
    }
}
