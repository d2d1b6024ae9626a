<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live\Journal;

/** Why a message that the rules made does not leave its port. */
enum KeptBackFor: string
{
    /** A later value of the same control waited behind it, and more than a third of a second was waiting. */
    case Thinned = 'thinned';
    /** A panic emptied what waited. */
    case Panic = 'panic';
    /** The port took nothing for two seconds. */
    case Stuck = 'stuck';
    /** Somebody muted the port. */
    case Muted = 'muted';
    /** It would reach a unit with a hazard that nobody has armed. */
    case Unarmed = 'unarmed';
    /** Nothing is connected to the port any more. */
    case Unplugged = 'unplugged';
    /** It may have left just before the player was started again. */
    case Doubtful = 'doubtful';
}
