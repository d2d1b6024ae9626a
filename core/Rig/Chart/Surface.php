<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Decimal;
use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\Of;

/** The control surface of a device, and how far apart its controls stand. */
final readonly class Surface
{
    /** @param list<Control> $controls */
    public function __construct(
        #[ListOf(new Of(Control::class), 4000)]
        public array $controls,
        #[Decimal(1, 500)]
        public ?float $pitchMm = null,
    ) {
    }
}
