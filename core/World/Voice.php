<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

/** A voice that sounds; one whose key is up is held by the sustain pedal. */
final readonly class Voice
{
    /** @param int $born number of the note that it plays, counted from 1 */
    public function __construct(public int $key, public int $velocity, public bool $isDown, public int $born)
    {
    }
}
