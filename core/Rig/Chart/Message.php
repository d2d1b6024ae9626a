<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\OneOf;
use ZigzagPost\Core\Data\Pair;
use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Data\Whole;

/**
 * A message as a chart gives it: its number (controller, parameter, key or program) and the values it takes, from the first
 * (rest, or the low end) to the last. Without a channel it goes on that of the part or the port.
 */
final readonly class Message
{
    /**
     * @param string|null $sysex hexadecimal, with {v} for a value, {high} and {low} for its 7-bit halves
     */
    public function __construct(
        #[OneOf(KindName::class)]
        public KindName $kind,
        #[Whole(0, 16383)]
        public ?int $number = null,
        #[ChannelType]
        public int|string|ChannelOf|null $channel = null,
        #[Pair(Travel::class, new Whole(-8192, 16383), new Whole(-8192, 16383))]
        public ?Travel $values = null,
        #[Whole(1, 16384)]
        public ?int $steps = null,
        #[Text(4000, '^([0-9A-Fa-f]{2}|\{(v|high|low)\})(\s([0-9A-Fa-f]{2}|\{(v|high|low)\}))*$', 'bytes in hexadecimal, with {v}, {high} and {low}')]
        public ?string $sysex = null,
    ) {
    }

    /** The values that it takes: as the chart says, or all of its kind. */
    public function travel(): Travel
    {
        return $this->values ?? Travel::of($this->kind->midi());
    }
}
