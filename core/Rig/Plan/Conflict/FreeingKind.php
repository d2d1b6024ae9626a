<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan\Conflict;

/** The single changes that free units of a conflict. */
enum FreeingKind
{
    case Unpin;
    case ShareWithSplitNumbers;
    case SmallerZone;
    case FewerChannels;
    case OtherPort;
}
