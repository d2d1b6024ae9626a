<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

/** Which contact of a cable or adapter leads to which. */
enum ContactMap: string
{
    case Straight = 'straight';
    case Crossed = 'crossed';
    case Mono = 'mono';
    case Named = 'named';
}
