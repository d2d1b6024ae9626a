<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Sheet;

/** The kinds of things that a control does. */
enum DoesWhat: string
{
    case Program = 'program';
    case Parameter = 'parameter';
    case Play = 'play';
    case Restore = 'restore';
    case Scene = 'scene';
    case Stack = 'stack';
    case Clock = 'clock';
    case Panic = 'panic';
}
