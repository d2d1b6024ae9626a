<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live;

use ZigzagPost\Core\Live\Journal\KeptBackFor;

/** A message that will not leave its port, and why. */
final readonly class KeptBack
{
    /** @param int $number the how manieth message of its port it is, from 1 */
    public function __construct(public int $number, public KeptBackFor $reason)
    {
    }
}
