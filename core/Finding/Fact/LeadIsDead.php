<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

/** A lead over which nothing gets. */
final readonly class LeadIsDead extends LeadFails
{
    public const CODE = 'lead-dead';
}
