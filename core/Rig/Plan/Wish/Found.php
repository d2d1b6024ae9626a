<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan\Wish;

/** Values that grant some wishes: those that are changed or held, and what they cost. */
final readonly class Found
{
    /** @param array<int, int> $values by variable; -1 for what stays as it is */
    public function __construct(public int $cost, public array $values)
    {
    }

    public function with(self $other): self
    {
        return new self($this->cost + $other->cost, $this->values + $other->values);
    }

    /**
     * Less cost, then lower values in the order of the variables.
     *
     * @param array<int, int> $stays by variable the value that -1 stands for
     */
    public function isBetterThan(self $other, array $stays): bool
    {
        if ($this->cost !== $other->cost) {
            return $this->cost < $other->cost;
        }
        $variables = array_keys($this->values + $other->values);
        sort($variables);
        foreach ($variables as $variable) {
            [$mine, $theirs] = [$this->values[$variable] ?? -1, $other->values[$variable] ?? -1];
            $order = ($mine < 0 ? $stays[$variable] : $mine) <=> ($theirs < 0 ? $stays[$variable] : $theirs);
            if (0 !== $order) {
                return $order < 0;
            }
        }

        return false;
    }
}
