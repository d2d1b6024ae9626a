<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Flag;
use ZigzagPost\Core\Data\OneOf;

/** What a USB plug is to the other end. */
final readonly class UsbRole
{
    public function __construct(
        #[OneOf(UsbSide::class)]
        public UsbSide $role,
        #[Flag]
        public ?bool $givesPower = null,
    ) {
    }
}
