<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

/** A lead one end of which is plugged into nothing. */
final readonly class LeadHangsLoose extends LeadFails
{
    public const CODE = 'lead-dangling';
}
