<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

/** Choices whose cheapest values collide, so that only one of them can have its own. */
final readonly class CheapGroup
{
    /**
     * @param list<int> $choices
     * @param list<int> $values their cheapest
     * @param int $saves the most that one of them saves
     */
    public function __construct(public array $choices, public array $values, public int $saves)
    {
    }

    public function with(int $choice, int $value, int $saves): self
    {
        return new self([...$this->choices, $choice], [...$this->values, $value], max($this->saves, $saves));
    }
}
