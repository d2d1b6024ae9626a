<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

/** What can go wrong in the middle of a show, as it is kept in reports. */
enum FaultKind: string
{
    case Lead = 'lead pulled and put back';
    case Power = 'switched off and on';
    case Twice = 'pressed twice';
    case Early = 'pressed too early';
    case Together = 'two pressed at once';
    case Wild = 'stream gone wild';
    case Battery = 'battery empty';
    case ClockStops = 'clock stopped';
    case Late = 'answers late';
    case ClockDoubles = 'clock doubled';
    case Unplugged = 'device out and in';
    case Restarted = 'started again';
    case Hangs = 'hangs for a second';
}
