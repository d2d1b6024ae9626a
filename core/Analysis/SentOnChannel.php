<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis;

use ZigzagPost\Core\Rulebook\Step\Step;

/** What a step sends on a channel that is written as a number. */
final readonly class SentOnChannel
{
    public function __construct(public string $port, public int $channel, public Step $step)
    {
    }
}
