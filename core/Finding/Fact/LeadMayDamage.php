<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

/** A lead over which something could be damaged. */
final readonly class LeadMayDamage extends LeadFails
{
    public const CODE = 'lead-may-damage';

    public function job(): string
    {
        return 'do not plug this in before it is put right';
    }
}
