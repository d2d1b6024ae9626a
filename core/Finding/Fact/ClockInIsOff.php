<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A clock gets to a unit that is set not to follow any. */
final readonly class ClockInIsOff extends RigFact
{
    public const SEVERITY = Severity::Hint;
    public const CODE = 'clock-in-off';

    public function __construct(public string $unit, public string $setting)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, $this->setting);
    }

    public function text(): string
    {
        return "{$this->unit} keeps a tempo of its own: a clock reaches it, and {$this->setting} is off";
    }

    public function formerly(): string
    {
        return "a clock gets to {$this->unit}, and {$this->setting} is off, so that it keeps a tempo of its own";
    }
}
