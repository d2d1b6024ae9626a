<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

/** Something that goes wrong in the middle of a show. */
final readonly class Fault
{
    /** @param string $what the lead, unit or control that it is about */
    public function __construct(public FaultKind $kind, public string $what)
    {
    }

    public function words(): string
    {
        return "{$this->what}: {$this->kind->value}";
    }
}
