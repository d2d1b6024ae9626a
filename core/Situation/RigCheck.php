<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation;

use ZigzagPost\Core\Finding\RigFinding;

/** One kind of thing that is looked for in a rig. */
interface RigCheck
{
    /** @return iterable<RigFinding> */
    public function findings(RigAnalysis $situation): iterable;
}
