<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Sheet;

/** What a scene calls on a unit, by what, and where that is written. */
final readonly class SceneCall
{
    /**
     * @param int|null $program place of the program; null where it is none that is known
     * @param string $by "here", or the stack
     */
    public function __construct(public ?int $program, public string $by, public int $line)
    {
    }
}
