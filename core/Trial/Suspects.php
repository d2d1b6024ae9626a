<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Trial;

/** What may be at fault after steps of a test run have failed. */
final readonly class Suspects
{
    /** @param list<string> $parts the likeliest first */
    public function __construct(public array $parts, public bool $isOneFault)
    {
    }
}
