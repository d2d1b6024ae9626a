<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Rules send what a unit never receives. */
final readonly class NeverReceived extends RigFact
{
    public const SEVERITY = Severity::Error;
    public const CODE = 'not-received';

    public function __construct(public string $unit, public string $kind, public int $ofLine)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, $this->kind);
    }

    public function text(): string
    {
        return "{$this->unit} never receives {$this->kind}, says its chart, and line {$this->ofLine} sends it";
    }

    public function formerly(): string
    {
        return "the chart says that {$this->unit} never receives {$this->kind}, and line {$this->ofLine} sends it";
    }
}
