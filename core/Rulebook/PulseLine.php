<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook;

use ZigzagPost\Core\Rulebook\Text\Token;

/** Pulses that a clock sends, as they are declared. */
final readonly class PulseLine
{
    /**
     * @param int $perBeat 1 to 96
     * @param list<Token> $ports
     */
    public function __construct(public int $perBeat, public array $ports)
    {
    }
}
