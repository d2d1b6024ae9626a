<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

/** Something that happened, in words; what belongs to one move is one line. */
final readonly class AccountLine
{
    public function __construct(public int $fromUs, public int $toUs, public string $words, public int $messages)
    {
    }
}
