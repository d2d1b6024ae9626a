<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\LeadOfRig;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A lead that must not stay as it is: why, and the cheapest change that helps. */
abstract readonly class LeadFails extends RigFact
{
    public const SEVERITY = Severity::Error;

    /** @param string|null $cure the cheapest change that helps, in words */
    public function __construct(public string $lead, public string $reason, public ?string $cure)
    {
    }

    public function subject(): Subject
    {
        return new LeadOfRig($this->lead);
    }

    public function text(): string
    {
        return $this->reason.(null === $this->cure ? '' : "; {$this->cure}");
    }

    public function job(): ?string
    {
        return $this->cure;
    }
}
