<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Midi\ValueRange;

/** The values that a message takes: from the first (at rest, or the low end) to the last. It may go down. */
final readonly class Travel
{
    public function __construct(public int $first, public int $last)
    {
    }

    /** All values of a kind of message. */
    public static function of(?Kind $kind): self
    {
        $range = $kind?->valueRange() ?? ValueRange::sevenBits();

        return new self($range->low, $range->high);
    }

    public function low(): int
    {
        return min($this->first, $this->last);
    }

    public function high(): int
    {
        return max($this->first, $this->last);
    }
}
