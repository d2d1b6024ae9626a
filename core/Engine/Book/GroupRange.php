<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Book;

use ZigzagPost\Core\Midi\ValueRange;

/** Members of a group that come in alike. */
final readonly class GroupRange
{
    /**
     * @param int $port position of the in port
     * @param int $kind ordinal
     * @param int $channels bit n set for channel n
     * @param list<int> $ends first and last number of each range of members
     * @param bool $orNone whether none can be chosen
     * @param int $before how many members stand before
     * @param ValueRange|null $values where each message with such a value is a press
     */
    public function __construct(
        public string $group,
        public int $port,
        public int $kind,
        public int $channels,
        public array $ends,
        public bool $orNone,
        public int $before,
        public ?ValueRange $values,
    ) {
    }
}
