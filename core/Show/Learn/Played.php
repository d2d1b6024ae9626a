<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Learn;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Number\TimedValue;

/** What came of one control while somebody listened: its messages, each with its time and value. */
final class Played
{
    /** @var list<TimedValue> */
    public array $values = [];

    /** @param int|null $number controller, parameter, key or program; null where the kind has none */
    public function __construct(public readonly string $port, public readonly Kind $kind, public readonly ?int $channel, public readonly ?int $number)
    {
    }

    public function firstUs(): int
    {
        return $this->values[0]->timeUs ?? 0;
    }

    public function lastUs(): int
    {
        return $this->values[\count($this->values) - 1]->timeUs ?? 0;
    }

    /** @return list<int> values in the order in which they came */
    public function numbers(): array
    {
        return array_map(static fn (TimedValue $each): int => $each->value, $this->values);
    }

    /** What rules call it, such as "cc 80 channel 16". */
    public function selector(): string
    {
        return $this->kind->value.(null === $this->number ? '' : " {$this->number}").(null === $this->channel ? '' : " channel {$this->channel}");
    }
}
