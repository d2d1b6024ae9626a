<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Whole;

/** For how many milliseconds a device loses what arrives, after power and after a program change. */
final readonly class DeafTime
{
    public function __construct(
        #[Whole(0, 600000)]
        public ?int $power = null,
        #[Whole(0, 60000)]
        public ?int $program = null,
    ) {
    }
}
