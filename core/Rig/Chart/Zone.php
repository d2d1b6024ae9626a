<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Either;
use ZigzagPost\Core\Data\OneOf;
use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Data\Whole;

/** The MPE zone that a device answers as. */
final readonly class Zone
{
    public function __construct(
        #[OneOf(ZoneSide::class)]
        public ZoneSide $side,
        #[Either('1 to 15, or the id of a setting', new Whole(1, 15), new Text())]
        public int|string $members,
        #[Whole(0, 96)]
        public ?int $bend = null,
    ) {
    }
}
