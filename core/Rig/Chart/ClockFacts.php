<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Decimal;
use ZigzagPost\Core\Data\Flag;
use ZigzagPost\Core\Data\Of;
use ZigzagPost\Core\Data\Pair;

/** What a device has to do with tempo. */
final readonly class ClockFacts
{
    public function __construct(
        #[SwitchType]
        public bool|string|null $sends = null,
        #[SwitchType]
        public bool|string|null $obeys = null,
        #[Flag]
        public ?bool $startStop = null,
        #[Pair(DecimalRange::class, new Decimal(1, 1000), new Decimal(1, 1000))]
        public ?DecimalRange $bpm = null,
        #[Of(Taps::class)]
        public ?Taps $taps = null,
        #[Of(Pulse::class)]
        public ?Pulse $pulse = null,
    ) {
    }
}
