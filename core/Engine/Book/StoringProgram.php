<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Book;

/** A program of a device, and what it stores. */
final readonly class StoringProgram
{
    /**
     * @param int $msb -1 where any will do
     * @param int $lsb -1 where any will do
     * @param int $program 0 to 127
     * @param array<int, int> $values by key of the present value
     */
    public function __construct(public int $msb, public int $lsb, public int $program, public array $values)
    {
    }

    /** Whether it is the one that is called. */
    public function isCalledBy(int $msb, int $lsb, int $program): bool
    {
        return $this->program === $program && (-1 === $this->msb || $this->msb === $msb) && (-1 === $this->lsb || $this->lsb === $lsb);
    }
}
