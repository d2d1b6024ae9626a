<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Rules send what a unit is set not to receive. */
final readonly class ReceiveIsOff extends RigFact
{
    public const SEVERITY = Severity::Error;
    public const CODE = 'receive-off';

    public function __construct(public string $unit, public string $setting, public string $kind, public int $ofLine)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, $this->setting);
    }

    public function text(): string
    {
        return "{$this->unit} ignores {$this->kind} while {$this->setting} is off, and line {$this->ofLine} sends it";
    }

    public function formerly(): string
    {
        return "{$this->unit} does not receive {$this->kind} while {$this->setting} is off, and line {$this->ofLine} sends it";
    }
}
