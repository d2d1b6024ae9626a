<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Midi\ValueRange;
use ZigzagPost\Core\Rulebook\Declaration\Group;

/** A message that a control of a device sends, and the in ports where it arrives. */
final readonly class ControlMessage
{
    /**
     * @param int|null $number controller, parameter, key or program; null where the kind has none
     * @param int|null $channel 1 to 16; null where it is not known, or the kind has none
     * @param non-empty-list<string> $ports
     * @param int $first the value at rest, or at the low end of the range
     * @param int $last the value when pressed, or at the high end
     * @param ValueRange|null $values those that tell it from another control of the same number
     */
    public function __construct(
        public Kind $kind,
        public ?int $number,
        public ?int $channel,
        public array $ports,
        public int $first,
        public int $last,
        public bool $isTwoState,
        public ?ValueRange $values = null,
    ) {
    }

    /** The values that are a press whenever they come, since no release follows; null where a press is 64 and more. */
    public function pressedBy(): ?ValueRange
    {
        return match ($this->kind) {
            Kind::Program => ValueRange::single($this->number ?? 0),
            Kind::Start, Kind::Stop, Kind::Continue => ValueRange::single(0),
            default => $this->values,
        };
    }

    /** The place of its control among the members of a group, from 1; 0 when it is none. */
    public function placeIn(Group $group): int
    {
        $place = 0;
        foreach ($group->parts as $part) {
            foreach ($this->ports as $port) {
                $place = max($place, $part->place($port, $this->kind, $this->channel, $this->number, $this->pressedBy()));
            }
        }

        return $place;
    }
}
