<?php

declare(strict_types=1);

namespace App\Documents;

/** A whole rig, taken apart into what a person edits and what stands beside it. */
final readonly class TakenApart
{
    /** @param array<string, string> $parts texts by {@see RigPart}; those that hold nothing are left out */
    public function __construct(public string $rig, public array $parts)
    {
    }

    /** The text of a part; an empty object where it holds nothing. */
    public function part(RigPart $part): string
    {
        return $this->parts[$part->value] ?? RigPart::EMPTY;
    }
}
