<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

/** On which side something is heard. */
enum Side: string
{
    case Left = 'left';
    case Right = 'right';
    case Both = 'both';
}
