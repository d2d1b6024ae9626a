<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Whole;

/** The display of a control. */
final readonly class Display
{
    public function __construct(
        #[Whole(0, 200)]
        public int $characters,
        #[Whole(0, 20)]
        public int $lines,
    ) {
    }
}
