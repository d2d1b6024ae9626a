<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Setup;

use ZigzagPost\Core\Rig\Document\Lead;

/** A lead as it was laid: its ends looked up. What could not be found is null, with the reason. */
final readonly class ResolvedLead
{
    public function __construct(public Lead $lead, public ?End $a, public ?End $b, public ?string $dangling)
    {
    }
}
