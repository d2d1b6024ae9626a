<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\LeadOfRig;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A lead over which something could be damaged. */
final readonly class LeadMayDamage extends RigFact
{
    public const SEVERITY = Severity::Error;
    public const CODE = 'lead-may-damage';

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

    public function job(): string
    {
        return 'do not plug this in before it is put right';
    }
}
