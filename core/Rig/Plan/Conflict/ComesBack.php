<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan\Conflict;

/** A unit hears itself. */
final readonly class ComesBack implements Why
{
    public function __construct(public string $unit)
    {
    }

    public function words(): string
    {
        return "what {$this->unit} sends comes back to it on a channel that it answers on";
    }

    public function isOfSharing(): bool
    {
        return true;
    }
}
