<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Of;
use ZigzagPost\Core\Data\OneOf;

/** What a gesture of a control sends. */
final readonly class ControlSends
{
    public function __construct(
        #[OneOf(GestureName::class)]
        public GestureName $gesture,
        #[Of(Message::class)]
        public Message $message,
    ) {
    }
}
