<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Wire;

/** Whether what one plug gives arrives at the other. */
enum Verdict: string
{
    case Works = 'works';
    case Dead = 'dead';
    case MayDamage = 'may damage';
    case Unknown = 'unknown';
}
