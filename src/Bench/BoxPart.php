<?php

declare(strict_types=1);

namespace App\Bench;

use ZigzagPost\Core\World\JournalEntry;

/** A part of the black box, read again. */
final readonly class BoxPart
{
    /**
     * @param string $book name of the compiled book
     * @param array<string, mixed> $state of the bench at its beginning
     * @param list<JournalEntry> $deeds what was done since
     */
    public function __construct(public string $book, public array $state, public array $deeds)
    {
    }
}
