<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

/** Whether one unit is to play another, or must not move it. */
enum Means: string
{
    case Plays = 'plays';
    case KeepsOut = 'keeps out';
}
