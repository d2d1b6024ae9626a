<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Trace;

/** A message as it is at a step. */
final readonly class SeenMessage
{
    /** @param int $kind ordinal */
    public function __construct(public int $kind = 0, public int $channel = 0, public int $number = 0, public int $value = 0)
    {
    }
}
