<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan\Conflict;

/** The search was given up before there was a plan or a proof. */
final readonly class NothingFound implements Why
{
    public function __construct(private bool $isOfSharing)
    {
    }

    public function words(): string
    {
        return 'no plan was found among those that were tried, and it is not proven that there is none';
    }

    public function isOfSharing(): bool
    {
        return $this->isOfSharing;
    }
}
