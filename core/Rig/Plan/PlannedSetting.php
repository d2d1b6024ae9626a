<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

use ZigzagPost\Core\Rig\Chart\How;
use ZigzagPost\Core\Rig\Chart\Setting;
use ZigzagPost\Core\Rig\Setup\Device;

/** A setting as the plan wants it. */
final readonly class PlannedSetting
{
    public function __construct(
        public Device $box,
        public Setting $setting,
        public string|int $value,
        /** Where it stands now, as far as is known. */
        public string|int|null $now,
        public int $cost,
        public ?How $how,
        public bool $isPinned,
        public string $reason,
    ) {
    }

    public function changes(): bool
    {
        return $this->cost > 0;
    }
}
