<?php

declare(strict_types=1);

namespace App\Live;

/** A device of this computer that can be connected. */
final readonly class FoundDevice
{
    /**
     * @param string $name the system's short name of its card, with the number of the device where that is not the first, and behind a colon that of the
     *     plug where it has several
     * @param int|null $plug which of its plugs, from 1; null where it has one
     */
    public function __construct(public string $name, public string $path, public string $title, public ?int $plug)
    {
    }
}
