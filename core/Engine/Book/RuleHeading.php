<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Book;

/** What a rule is called and where it stands. */
final readonly class RuleHeading
{
    /** @param int $scene position of the scene that it belongs to; -1 for always */
    public function __construct(public string $title, public int $line, public int $scene)
    {
    }
}
