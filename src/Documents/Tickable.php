<?php

declare(strict_types=1);

namespace App\Documents;

/** Something on a unit that can be ticked. */
final readonly class Tickable
{
    /**
     * @param string $what settings, or assigned
     * @param array<mixed> $thing as it stands in the rig
     */
    public function __construct(public string $unit, public string $what, public string $id, public array $thing)
    {
    }

    /** Where a tick on it is kept. */
    public function key(): string
    {
        return "{$this->unit} {$this->what} {$this->id}";
    }
}
