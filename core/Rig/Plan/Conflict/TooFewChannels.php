<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan\Conflict;

/** Units want more channels of a stream than there are. */
final readonly class TooFewChannels implements Why
{
    /**
     * @param list<string> $units
     * @param bool $isBySending whether they are told apart by the post, and not by what hears them
     */
    public function __construct(public array $units, public bool $isBySending)
    {
    }

    public function words(): string
    {
        $names = implode(', ', $this->units);

        return $this->isBySending
            ? "{$names} send the same messages to the post, and there are not channels enough to tell them apart"
            : "{$names} hear the same stream, and there are not channels enough for all of them as they are";
    }

    public function isOfSharing(): bool
    {
        return true;
    }
}
