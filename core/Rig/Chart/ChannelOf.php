<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Data\Whole;

/** A channel that a setting of the unit says, or one so many above it. */
final readonly class ChannelOf
{
    public function __construct(
        #[Text]
        public string $setting,
        #[Whole(-15, 15)]
        public ?int $offset = null,
    ) {
    }
}
