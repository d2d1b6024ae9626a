<?php

declare(strict_types=1);

namespace App\Documents;

/** A change of a show that is locked while it is played. */
final class LockedShow extends \RuntimeException
{
    public function __construct(public readonly ShowLock $lock)
    {
        parent::__construct(
            "{$lock->words()}: nothing of its rules, set list, units and leads is changed. Unlock it on the stage first; ticks and log can always be written",
        );
    }
}
