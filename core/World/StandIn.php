<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

/** What stands in at a port to which no unit is led: a shipped chart, and the channel that it is set to. */
final readonly class StandIn
{
    /** @param int|null $channel 1 to 16; null for that of the chart, which of receivers is all */
    public function __construct(public string $chart, public ?int $channel = null)
    {
    }
}
