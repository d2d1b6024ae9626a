<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Decimal;
use ZigzagPost\Core\Data\OneOf;
use ZigzagPost\Core\Data\Pair;
use ZigzagPost\Core\Data\Text;

/** What a plug needs or gives of power. */
final readonly class Power
{
    public function __construct(
        #[OneOf(PowerWay::class)]
        public PowerWay $way,
        #[OneOf(Current::class)]
        public Current $current,
        #[Pair(DecimalRange::class, new Decimal(0, 480), new Decimal(0, 480))]
        public DecimalRange $volts,
        #[Decimal(0, 100000)]
        public ?float $mA = null,
        #[OneOf(Polarity::class)]
        public ?Polarity $centre = null,
        #[Text(60)]
        public ?string $limitGroup = null,
        #[Text(60)]
        public ?string $groundGroup = null,
    ) {
    }
}
