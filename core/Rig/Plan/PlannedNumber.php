<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Setup\Device;

/** The number that a control or a parameter is given. */
final readonly class PlannedNumber
{
    public function __construct(
        public Device $box,
        /** The title of the control or the parameter. */
        public string $title,
        public bool $isControl,
        public KindName $kind,
        public int $number,
        public ?int $now,
        public int $cost,
        public string $reason,
    ) {
    }

    public function changes(): bool
    {
        return $this->cost > 0;
    }
}
