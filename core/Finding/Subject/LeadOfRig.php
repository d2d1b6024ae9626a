<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Subject;

/** A lead, and where needed from which of its ends. */
final readonly class LeadOfRig implements Subject
{
    public function __construct(public string $lead, public ?string $from = null)
    {
    }

    public function words(): string
    {
        return "lead {$this->lead}".(null === $this->from ? '' : " from {$this->from}");
    }
}
