<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Declaration;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Midi\ValueRange;
use ZigzagPost\Core\Number\Ranges;
use ZigzagPost\Core\Rulebook\Text\LiteralRange;
use ZigzagPost\Core\Rulebook\Text\NumberList;
use ZigzagPost\Core\Rulebook\Text\Token;

/** Members of a group that come in alike: at one port, as one kind of message. */
final readonly class GroupPart
{
    /**
     * @param NumberList|null $numbers keys, controllers or parameters, in their order; null where the kind has none
     * @param NumberList|null $channels null for all
     * @param int $before members that stand before these
     * @param ValueRange|null $values those that are a press each time it comes; null where a press is 64 and more
     */
    public function __construct(
        public Token $port,
        public Kind $kind,
        public ?NumberList $numbers,
        public ?NumberList $channels,
        public int $before = 0,
        public ?ValueRange $values = null,
    ) {
    }

    /** @return list<int> first and last of each range of members */
    public function ends(): array
    {
        return null === $this->numbers
            ? [0, 0]
            : array_merge(...array_map(static fn (LiteralRange $range): array => [$range->from->value, $range->to->value], $this->numbers->ranges));
    }

    public function size(): int
    {
        return Ranges::size($this->ends());
    }

    /**
     * The place among all members of a control that sends these messages, from 1; 0 when it is none of them.
     *
     * @param int|null $channel null where it is not known
     * @param ValueRange|null $values as in {@see $values}
     */
    public function place(string $port, Kind $kind, ?int $channel, ?int $number, ?ValueRange $values): int
    {
        $isSame =
            $kind === $this->kind
            && $port === $this->port->text
            && $values?->key() === $this->values?->key()
            && (null === $this->channels || $this->channels->contains($channel ?? 1));
        $place = $isSame ? Ranges::place($this->ends(), null === $this->numbers ? 0 : $number ?? 0) : 0;

        return 0 === $place ? 0 : $this->before + $place;
    }

    /** The number and channel of a member that both have, or null; one that is told by its values has no rival but the same. */
    public function shared(self $other): ?int
    {
        if ($this->port->text !== $other->port->text || $this->kind !== $other->kind || $this->values?->key() !== $other->values?->key()) {
            return null;
        }
        $channels = array_intersect($this->channels?->numbers() ?? range(1, 16), $other->channels?->numbers() ?? range(1, 16));
        $numbers = array_intersect($this->numbers?->numbers() ?? [$this->values->low ?? 0], $other->numbers?->numbers() ?? [$other->values->low ?? 0]);

        return [] === $channels || [] === $numbers ? null : min($numbers);
    }
}
