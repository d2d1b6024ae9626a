<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

use ZigzagPost\Core\Midi\Kind;

/** A message that a control of a device sends, and the in ports where it arrives. */
final readonly class ControlMessage
{
    /**
     * @param int|null $number controller, parameter, key or program; null where the kind has none
     * @param int|null $channel 1 to 16; null where it is not known, or the kind has none
     * @param non-empty-list<string> $ports
     * @param int $first the value at rest, or at the low end of the range
     * @param int $last the value when pressed, or at the high end
     * @param array{int, int}|null $values those that tell it from another control of the same number
     */
    public function __construct(
        public Kind $kind,
        public ?int $number,
        public ?int $channel,
        public array $ports,
        public int $first,
        public int $last,
        public bool $isTwoState,
        public ?array $values = null,
    ) {
    }
}
