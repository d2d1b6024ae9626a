<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

/** What stands in at a port, as it is set: a shipped chart and its channel. */
final readonly class SeatedStandIn
{
    public function __construct(public string $port, public StandIn $standIn)
    {
    }

    /** @return array{port: string, chart: string, channel: int|null} */
    public function view(): array
    {
        return ['port' => $this->port, 'chart' => $this->standIn->chart, 'channel' => $this->standIn->channel];
    }
}
