<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Book;

/** The MPE zone that a rulebook declares for a port. */
final readonly class DeclaredZone
{
    /**
     * @param int $members 1 to 15
     * @param int $memberBend bend range of a member in semitones
     */
    public function __construct(public bool $isUpper, public int $members, public int $memberBend, public bool $isIn, public bool $isOut)
    {
    }
}
