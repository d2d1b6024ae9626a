<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan\Conflict;

/** A setting, and the largest value that goes. */
final readonly class Lower
{
    /** @param string $setting its title */
    public function __construct(public string $setting, public int|string $most)
    {
    }
}
