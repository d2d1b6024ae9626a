<?php

declare(strict_types=1);

namespace App\Documents;

/** What belongs to a rig and is no edit of it: each is a document of its own beside it. */
enum RigPart: string
{
    case Connections = 'connections';
    case Log = 'log';
    case Proofs = 'proofs';
    case Report = 'report';
    case Rests = 'rests';
    case Ticks = 'ticks';

    /** The text of one that holds nothing. */
    public const EMPTY = "{}\n";

    /** @return list<string> the fields of a whole rig that it holds; ticks hold what is ticked on units as well */
    public function fields(): array
    {
        return self::Ticks === $this ? ['done'] : [$this->value];
    }

    /** Whether it can be written while the show is locked. */
    public function isAlwaysOpen(): bool
    {
        return self::Log === $this || self::Ticks === $this || self::Connections === $this;
    }

    /** The id of the document that holds it. */
    public function idBeside(string $rig): string
    {
        return substr(hash('sha256', "{$rig} {$this->value}"), 0, 16);
    }
}
