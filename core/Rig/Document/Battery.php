<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\Decimal;

/** How long the battery of a unit lasts. */
final readonly class Battery
{
    public function __construct(
        #[Decimal(0, 10000)]
        public float $hours,
    ) {
    }
}
