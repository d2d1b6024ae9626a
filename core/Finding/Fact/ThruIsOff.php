<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A box that is set not to pass on. */
final readonly class ThruIsOff extends RigFact
{
    public const SEVERITY = Severity::Error;
    public const CODE = 'thru-off';

    /** @param list<string> $units behind it */
    public function __construct(public string $unit, public string $setting, public array $units)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, $this->setting);
    }

    public function text(): string
    {
        return "{$this->setting} of {$this->unit} is off: nothing reaches ".implode(', ', $this->units);
    }

    public function formerly(): string
    {
        return "{$this->setting} of {$this->unit} is off, so nothing gets to ".implode(', ', $this->units);
    }
}
