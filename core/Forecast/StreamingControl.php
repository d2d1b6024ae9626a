<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Forecast;

use ZigzagPost\Core\Rig\Chart\KindName;

/** A control that streams: as what kind, what it sends while it goes up and down, and how often a second. */
final readonly class StreamingControl
{
    /** @param list<string> $messages */
    public function __construct(public string $name, public KindName $kind, public array $messages, public float $perSecond)
    {
    }
}
