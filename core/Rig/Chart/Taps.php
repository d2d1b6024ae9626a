<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Of;
use ZigzagPost\Core\Data\Whole;

/** Presses that a device takes its tempo from: what, and how many it wants. */
final readonly class Taps
{
    public function __construct(
        #[Of(Message::class)]
        public Message $message,
        #[Whole(1, 32)]
        public int $count,
    ) {
    }
}
