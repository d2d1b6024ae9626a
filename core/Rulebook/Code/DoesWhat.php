<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

/** The kinds of things that a control can do by a step. */
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
