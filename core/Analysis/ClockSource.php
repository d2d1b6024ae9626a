<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis;

/** Where a clock comes from that gets to a unit: rules make it, rules pass it on, or another unit sends it past them. */
final readonly class ClockSource
{
    /** @param string|null $clock the clock of the rulebook, where rules make it */
    private function __construct(public string $words, public ?string $clock = null, public bool $isPassedOn = false)
    {
    }

    public static function made(string $clock): self
    {
        return new self("clock {$clock}", $clock);
    }

    public static function passedOn(string $port): self
    {
        return new self("the clock that comes in at {$port}", null, true);
    }

    public static function ofUnit(string $unit): self
    {
        return new self("the clock of {$unit}");
    }
}
