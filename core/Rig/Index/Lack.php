<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Index;

/** Why rules cannot name something of a unit, and what to do about it. */
final readonly class Lack
{
    /** @param bool $isOfUnit whether the unit as a whole lacks it, and not the one thing that was asked for */
    private function __construct(public LackSort $sort, public string $words, public bool $isOfUnit)
    {
    }

    public static function of(LackSort $sort, string $words): self
    {
        return new self($sort, $words, false);
    }

    public static function ofUnit(LackSort $sort, string $words): self
    {
        return new self($sort, $words, true);
    }
}
