<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Midi;

/** Whole numbers from the lowest to the highest. */
final readonly class ValueRange
{
    public function __construct(public int $low, public int $high)
    {
    }

    /** The values of one data byte (MIDI 1.0, data bytes). */
    public static function sevenBits(): self
    {
        return new self(0, 127);
    }

    public function contains(int $number): bool
    {
        return $number >= $this->low && $number <= $this->high;
    }

    public function isSevenBits(): bool
    {
        return 0 === $this->low && 127 === $this->high;
    }

    public static function single(int $number): self
    {
        return new self($number, $number);
    }

    public function equals(?self $other): bool
    {
        return null !== $other && $this->low === $other->low && $this->high === $other->high;
    }

    /** By which it is told from others. */
    public function key(): string
    {
        return "{$this->low}-{$this->high}";
    }
}
