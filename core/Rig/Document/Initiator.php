<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

/** Which end of a network session calls the other. */
enum Initiator: string
{
    case A = 'a';
    case B = 'b';
}
