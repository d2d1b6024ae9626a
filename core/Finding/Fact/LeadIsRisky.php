<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\LeadOfRig;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A lead that works, and could fail. */
final readonly class LeadIsRisky extends RigFact
{
    public const CODE = 'lead-risky';

    public function __construct(public string $lead, public string $warning)
    {
    }

    public function subject(): Subject
    {
        return new LeadOfRig($this->lead);
    }

    public function text(): string
    {
        return $this->warning;
    }

    public function job(): string
    {
        return $this->warning;
    }
}
