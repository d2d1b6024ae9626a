<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan\Wish;

/** A condition of which wishes are made, with the variables that decide it; each of its answers is computed once. */
final class Question
{
    /** @var array<string, Truth> */
    private array $known = [];

    /**
     * @param list<int> $variables
     * @param \Closure(array<int, int>): Truth $answer by variable the value where it stands; -1 where it stays as it is
     */
    public function __construct(public readonly array $variables, private readonly \Closure $answer)
    {
    }

    /** @param array<int, int> $made values by variable; what is not among them stays at -1 */
    public function truth(array $made): Truth
    {
        $values = [];
        foreach ($this->variables as $variable) {
            $values[$variable] = $made[$variable] ?? -1;
        }

        return $this->known[implode(',', $values)] ??= ($this->answer)($values);
    }
}
