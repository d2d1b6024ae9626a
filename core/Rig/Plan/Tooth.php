<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Setup\Device;

/** A part of a unit on the comb of a stream: the channels that it answers on. */
final readonly class Tooth
{
    /** @param list<int> $channels from 1 to 16; none where they are unknown */
    public function __construct(public Device $box, public Hears $part, public array $channels, public bool $isOmni)
    {
    }
}
