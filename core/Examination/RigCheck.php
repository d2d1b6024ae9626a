<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Finding\RigFinding;

/** One kind of thing that is looked for in a rig. */
interface RigCheck
{
    /** @return iterable<RigFinding> */
    public function findings(RigAnalysis $analysis): iterable;
}
