<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

/** Something that the program plays differently since a day. */
final readonly class EngineChange
{
    /** @param string $day such as 2026-11-29 */
    public function __construct(public string $day, public string $what)
    {
    }
}
