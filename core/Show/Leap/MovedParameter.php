<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Leap;

/** A parameter of a unit that a control or a change of scene moves. */
final readonly class MovedParameter
{
    public function __construct(public string $unit, public string $title)
    {
    }

    /** Tells parameters of one rig apart. */
    public function key(): string
    {
        return "{$this->unit}\t{$this->title}";
    }
}
