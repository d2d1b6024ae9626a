<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\MapOf;
use ZigzagPost\Core\Data\Of;
use ZigzagPost\Core\Data\Whole;

/** The lamp of a control: the message that lights it, the value for dark, and the values of its colours. */
final readonly class Lamp
{
    /** @param array<string, int> $colours */
    public function __construct(
        #[Of(Message::class)]
        public Message $message,
        #[Whole(0, 16383)]
        public int $off,
        #[MapOf(new Whole(0, 16383), most: 128)]
        public array $colours,
    ) {
    }
}
