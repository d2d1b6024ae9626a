<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Setup;

/** Ways from a socket, the shortest first. */
final readonly class WaysFrom
{
    /** @param list<non-empty-list<Hop>> $ways */
    public function __construct(public array $ways, public bool $areAll)
    {
    }
}
