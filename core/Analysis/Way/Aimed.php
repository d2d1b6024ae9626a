<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis\Way;

/** Where emissions are meant to arrive. */
final readonly class Aimed
{
    /**
     * @param list<string>|null $inTheWay what stands in each way; null where something may arrive
     * @param bool $isNamed whether the rule itself names it
     */
    public function __construct(public Destination $at, public ?array $inTheWay, public bool $isNamed)
    {
    }
}
