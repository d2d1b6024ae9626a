<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Book;

/** A lamp that is kept true. */
final readonly class KeptLamp
{
    /**
     * @param int $port position of the out port
     * @param list<string> $off whole messages for dark
     * @param list<string> $on whole messages for lit
     * @param list<LampReason> $reasons the first that counts in the present scene decides
     */
    public function __construct(public int $port, public array $off, public array $on, public array $reasons)
    {
    }
}
