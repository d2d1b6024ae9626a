<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

/** How sure it is that something stands on the box as it is written. */
enum SettingState: string
{
    case Planned = 'planned';
    case Set = 'set';
    case Read = 'read';

    /** Whether somebody has made it so. */
    public function isTicked(): bool
    {
        return self::Planned !== $this;
    }
}
