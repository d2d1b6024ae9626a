<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Tape;

use ZigzagPost\Core\Engine\Book\CompiledBook;

/** A rulebook that goes on from a time. */
final readonly class LaterBook
{
    public function __construct(public int $fromUs, public CompiledBook $book, public string $name)
    {
    }
}
