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

    /**
     * @param string $reason by which it is known when it is put to rest, so that it never changes
     * @param string|null $cure the cheapest change that helps, in words that never change either
     * @param string|null $told the reason as it is told now, where that is in other words
     * @param string|null $cureTold the change as it is told now, where that is in other words
     */
    public function __construct(
        public string $lead,
        public string $reason,
        public ?string $cure,
        public ?string $told = null,
        public ?string $cureTold = null,
    ) {
    }

    public function subject(): Subject
    {
        return new LeadOfRig($this->lead);
    }

    public function text(): string
    {
        return ($this->told ?? $this->reason).(null === $this->job() ? '' : "; {$this->job()}");
    }

    public function identity(): array
    {
        return ['lead' => $this->lead, 'reason' => $this->reason, 'cure' => $this->cure];
    }

    public function formerly(): string
    {
        return $this->reason.(null === $this->cure ? '' : "; {$this->cure}");
    }

    public function job(): ?string
    {
        return $this->cureTold ?? $this->cure;
    }
}
