<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Rig\Plan\Listener;

/** Listeners that answer on the same channels of a stream. */
final readonly class ListenersThatMeet
{
    /**
     * @param non-empty-list<Listener> $listeners
     * @param int $channels bit n set for channel n + 1
     */
    public function __construct(public array $listeners, public int $channels)
    {
    }
}
