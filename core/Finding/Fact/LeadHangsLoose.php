<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\LeadOfRig;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A lead one end of which is plugged into nothing. */
final readonly class LeadHangsLoose extends RigFact
{
    public const SEVERITY = Severity::Error;
    public const CODE = 'lead-dangling';

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
