<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Setup;

use ZigzagPost\Core\Rig\Chart\Way;

/** A plug of the post: a port of the rulebook, and which of its ways, where both are meant. */
final readonly class PostPlug
{
    public function __construct(public string $port, public ?Way $way)
    {
    }
}
