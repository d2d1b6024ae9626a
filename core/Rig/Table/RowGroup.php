<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

/** What became of a row. */
enum RowGroup: string
{
    case Taken = 'taken';
    /** Taken, but something of it was guessed. */
    case LookAtIt = 'look at it';
    case NotTaken = 'not taken';
}
