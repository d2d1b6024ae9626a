<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

/** A value that a control stands at, and for how long. */
final readonly class HeldValue
{
    public function __construct(public int $value, public int $forUs)
    {
    }
}
