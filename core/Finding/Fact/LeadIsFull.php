<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

/** Nearly as much streams over a lead as it can carry. */
final readonly class LeadIsFull extends LeadCarriesMuch
{
    public const CODE = 'lead-full';
}
