<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Forecast;

use ZigzagPost\Core\Rig\Fit\Burst;

/** The burst of which a message arrives latest. */
final readonly class WorstBurst
{
    public function __construct(public string $when, public Burst $burst)
    {
    }
}
