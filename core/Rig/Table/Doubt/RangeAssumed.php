<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table\Doubt;

/** Nothing says which values it has; every value that its kind of message has is assumed. */
final readonly class RangeAssumed implements Doubt
{
    public function __construct(public int $low, public int $high)
    {
    }

    public function text(): string
    {
        return "no values are given; {$this->low} to {$this->high} is assumed";
    }
}
