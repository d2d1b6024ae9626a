<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live\Journal;

/** Bytes that are no journal of a player. */
final class DamagedJournal extends \RuntimeException
{
    public static function at(int $byte): self
    {
        return new self("the journal is damaged at byte {$byte}");
    }
}
