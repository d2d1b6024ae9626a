<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Rig\Setup\Hop;

/** A way from an out port of the post back to one of its in ports. */
final readonly class Circle
{
    /** @param non-empty-list<Hop> $way */
    public function __construct(public string $out, public string $in, public array $way)
    {
    }
}
