<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Book;

/** A device whose programs store values. */
final readonly class StoringDevice
{
    /**
     * @param list<int> $keys of the present values that they store
     * @param list<StoringProgram> $programs
     */
    public function __construct(public array $keys, public array $programs)
    {
    }
}
