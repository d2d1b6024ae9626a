<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation;

/** One kind of thing that is looked for in a rig. */
interface RigCheck
{
    /** @return iterable<RigFinding> */
    public function findings(Situation $situation): iterable;
}
