<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A part goes on beyond channel 16. */
final readonly class PartGoesBeyond extends RigFact
{
    public const SEVERITY = Severity::Error;
    public const CODE = 'beyond-sixteen';

    /** @param string|null $setting that has to be lower, where the plan does not know to what */
    public function __construct(public string $unit, public string $part, public string $why, public ?string $setting)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, $this->part);
    }

    public function text(): string
    {
        return $this->why;
    }

    public function job(): ?string
    {
        return null === $this->setting ? null : "put {$this->setting} lower";
    }
}
