<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Leap;

/** Where a control puts a parameter, by its own place. */
final readonly class MoveCurve
{
    /** @param non-empty-list<int> $values from one end of the control to the other */
    public function __construct(public MovedParameter $of, public array $values)
    {
    }
}
