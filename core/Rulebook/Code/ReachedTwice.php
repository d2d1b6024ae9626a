<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

use ZigzagPost\Core\Rulebook\Text\Token;

/** A device that several out ports reach, where a rule names it. */
final readonly class ReachedTwice
{
    /** @param list<string> $ports the one taken first */
    public function __construct(public Token $device, public array $ports)
    {
    }
}
