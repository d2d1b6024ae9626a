<?php

declare(strict_types=1);

namespace App\Live;

enum ConnectionSort: string
{
    case None = 'none';
    case StandIn = 'stand-in';
    /** A device of this computer, or a path of the file system. */
    case Device = 'device';
}
