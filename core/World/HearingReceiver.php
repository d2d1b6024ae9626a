<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Rig\Setup\Hop;

/** A receiver of the bench that hears an out port. */
final readonly class HearingReceiver
{
    /**
     * @param string $receiver its name
     * @param string $part of it
     * @param list<Hop> $way to it
     */
    public function __construct(public string $receiver, public string $part, public array $way)
    {
    }
}
