<?php

declare(strict_types=1);

namespace App\Live;

/** A device of this computer that can be connected. */
final readonly class FoundDevice
{
    /**
     * @param string $name the system's short name of its card, with the number of the device where that is not the first
     * @param int $plugs how many plugs are one device of it; 0 where that is not known
     */
    public function __construct(public string $name, public string $path, public string $title, public int $plugs)
    {
    }
}
