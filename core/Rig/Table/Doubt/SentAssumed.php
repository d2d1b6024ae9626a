<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table\Doubt;

/** What it shows is said, and not what is sent for that. */
final readonly class SentAssumed implements Doubt
{
    public function __construct(public int $low, public int $high)
    {
    }

    public function text(): string
    {
        return "what is sent for these values is not said; {$this->low} to {$this->high} is assumed";
    }
}
