<?php

declare(strict_types=1);

namespace App\Bench;

use App\Entity\Document;

/** A recording that was read. */
final readonly class ReadTape
{
    /** @param array<string, int> $faults how many of which were left out */
    public function __construct(public Document $tape, public array $faults)
    {
    }
}
