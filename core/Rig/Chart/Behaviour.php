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

    /** Whether the same message again leaves it as it is; otherwise only a hand that sees it can bring it back. */
    public function canBeSentAgain(): bool
    {
        return self::Absolute === $this;
    }
}
