<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan\Wish;

/** What the values of a variable cost. One power cycle pays for all settings of its unit. */
final readonly class Price
{
    /**
     * @param list<int> $ways by value, without switching off and on again; 0 for what stands there already
     * @param list<int|null> $cycles by value, what it costs more to switch the unit off and on; null where that need not be
     */
    public function __construct(public string $unit, public array $ways, public array $cycles)
    {
    }

    public function canCycle(): bool
    {
        return [] !== array_filter($this->cycles, is_int(...));
    }

    /**
     * @param list<self> $prices of one unit
     * @param list<int> $values where its variables stand, -1 where they stay
     */
    public static function ofUnit(array $prices, array $values): int
    {
        $cost = 0;
        $cycle = [];
        foreach ($prices as $index => $price) {
            if ($values[$index] >= 0) {
                $cost += $price->ways[$values[$index]];
                $cycle[] = $price->cycles[$values[$index]];
            }
        }
        $cycle = array_filter($cycle, is_int(...));

        return $cost + ([] === $cycle ? 0 : min($cycle));
    }
}
