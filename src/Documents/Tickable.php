<?php

declare(strict_types=1);

namespace App\Documents;

/** Something on a unit that can be ticked. */
final readonly class Tickable
{
    /**
     * @param string $what settings, or assigned
     * @param \stdClass $value as it stands in the rig
     */
    public function __construct(public string $unit, public string $what, public string $id, public \stdClass $value)
    {
    }
}
