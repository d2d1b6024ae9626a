<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan\Wish;

/** Whether a condition is met while some variables stand at some values. */
enum Truth
{
    case Yes;
    case No;
    /** A fact is missing that no setting decides: nothing is promised of it. */
    case Free;
    /** A setting is unknown that decides it. */
    case Depends;
}
