<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Trace;

/** What became of a message, and why. */
final readonly class Fate
{
    public function __construct(public string $fate, public ?string $reason = null)
    {
    }
}
