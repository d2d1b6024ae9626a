<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Socket;

/** What leaves at one socket, and every part of a unit that hears it through thrus, merges and bridges. */
final readonly class HeardStream
{
    /** @param list<Listener> $listeners */
    public function __construct(public Device $box, public Socket $source, public array $listeners)
    {
    }

    public function name(): string
    {
        return $this->source->name();
    }
}
