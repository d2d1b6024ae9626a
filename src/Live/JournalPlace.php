<?php

declare(strict_types=1);

namespace App\Live;

/** A place in a journal: a stretch, and a byte of it. */
final readonly class JournalPlace
{
    public function __construct(public int $stretch, public int $byte)
    {
    }
}
