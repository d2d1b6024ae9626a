<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan\Conflict;

/** Why there is no plan. */
interface Why
{
    public function words(): string;

    /** Whether each of the units by itself would go. */
    public function isOfSharing(): bool;
}
