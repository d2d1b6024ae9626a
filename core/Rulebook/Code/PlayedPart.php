<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

/** A part of a device that can be played: its out port, and the channel that it answers on. */
final readonly class PlayedPart
{
    /** @param int|null $channel 1 to 16; null for all of them, or where it has none */
    public function __construct(public string $port, public ?int $channel, public bool $hasChannels)
    {
    }
}
