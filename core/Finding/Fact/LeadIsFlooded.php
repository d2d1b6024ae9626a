<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;

/** More streams over a lead than it can carry. */
final readonly class LeadIsFlooded extends LeadCarriesMuch
{
    public const SEVERITY = Severity::Error;
    public const CODE = 'lead-flooded';
}
