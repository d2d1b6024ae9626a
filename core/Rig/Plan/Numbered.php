<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Setup\Device;

/** A control or a parameter that can be given a number. */
final readonly class Numbered
{
    /**
     * @param int $channels set of channels that it is on
     * @param list<string> $places ports and streams where it is heard
     * @param array<int, string> $taken numbers that something fixed has there, and what
     */
    public function __construct(
        public Device $box,
        public string $title,
        public bool $isControl,
        public KindName $kind,
        public ?int $now,
        public bool $isPinned,
        public int $cost,
        public int $channels,
        public array $places,
        public array $taken,
    ) {
    }

    /** Whether another control of the board, that is not pinned either, sends the same now. */
    public function sendsLike(self $other): bool
    {
        return $this->isControl && $other->isControl && $this->box === $other->box && $this->kind === $other->kind && $this->now === $other->now
            && null !== $this->now && !$this->isPinned && !$other->isPinned && 0 !== ($this->channels & $other->channels);
    }

    /** Whether the same number would mean both. */
    public function collides(self $other): bool
    {
        return $this->kind === $other->kind && 0 !== ($this->channels & $other->channels) && [] !== array_intersect($this->places, $other->places)
            && !($this->isControl && $other->isControl && $this->box === $other->box);
    }
}
