<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\LeadOfRig;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A lead of which something is not known on which it depends. */
final readonly class LeadIsUnknown extends RigFact
{
    public const CODE = 'lead-unknown';

    /** @param string $fact what is not known */
    public function __construct(public string $lead, public string $fact, public string $reason)
    {
    }

    public function subject(): Subject
    {
        return new LeadOfRig($this->lead);
    }

    public function text(): string
    {
        return $this->reason;
    }

    public function formerly(): string
    {
        return "{$this->fact}: {$this->reason}";
    }

    public function job(): string
    {
        return 'ask the box, and write the answer into its chart';
    }
}
