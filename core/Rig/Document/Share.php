<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

/** How devices on one cable are told apart. */
enum Share: string
{
    case Channels = 'a channel each';
    case Numbers = 'split numbers';
}
