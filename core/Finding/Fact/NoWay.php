<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Several lines name a unit to which no way leads. */
final readonly class NoWay extends RigFact
{
    public const SEVERITY = Severity::Error;
    public const CODE = 'no-way';

    public function __construct(public string $unit, public string $reason, public int $line)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit);
    }

    public function text(): string
    {
        return $this->reason;
    }

    public function line(): int
    {
        return $this->line;
    }
}
