<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** What a value does to a parameter. */
enum Behaviour: string
{
    case Absolute = 'absolute';
    case Toggles = 'toggles';
    case Triggers = 'triggers';
    case Relative = 'relative';
}
