<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Rig\Setup\Hop;

/** A plug of a unit from which something comes in at a port of the rulebook, and the way to it. */
final readonly class SendingPlug
{
    /** @param list<Hop> $way */
    public function __construct(public string $plug, public string $port, public array $way)
    {
    }
}
