<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Decimal;
use ZigzagPost\Core\Data\Text;

/** Pulses in place of a clock. */
final readonly class Pulse
{
    public function __construct(
        #[Decimal(0.0625, 96)]
        public float $perBeat,
        #[Text(60)]
        public ?string $level = null,
        #[Text(60)]
        public ?string $polarity = null,
    ) {
    }
}
