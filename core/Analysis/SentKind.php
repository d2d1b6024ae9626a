<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis;

use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Setup\Device;

/** A kind of message that rules send to a part of a unit. */
final readonly class SentKind
{
    /** @param int $line of the rulebook */
    public function __construct(public Device $unit, public Hears $part, public KindName $kind, public int $line)
    {
    }
}
