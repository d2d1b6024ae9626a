<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\Subject;
use ZigzagPost\Core\Finding\Subject\WholePlan;

/** Nothing can be planned as the rig is. */
final readonly class NoPlan extends RigFact
{
    public const SEVERITY = Severity::Error;
    public const CODE = 'no-plan';

    public function __construct(public string $why, public ?string $change)
    {
    }

    public function subject(): Subject
    {
        return new WholePlan();
    }

    public function text(): string
    {
        return $this->why.(null === $this->change ? '' : "; {$this->change}");
    }
}
