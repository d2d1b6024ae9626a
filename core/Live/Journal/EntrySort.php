<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live\Journal;

/** What an entry of a player's journal tells. */
enum EntrySort: int
{
    /** Bytes that the engine was given at an in port. */
    case Came = 1;
    /** What stood behind an in port went away; its stream begins anew. */
    case Gone = 2;
    case Panic = 3;
    case Scene = 4;
    case Song = 5;
    case Restore = 6;
    /** Another rulebook from here on. */
    case Rules = 7;
    /** After a stall: ticks and delayed notes that are too late were left out; the text is the time at which the run stood, in milliseconds. */
    case Late = 8;
    /** What was due by then has been done. */
    case Due = 9;
    /** The first byte of a message is about to be handed over at an out port. */
    case Begun = 16;
    /** The last byte of a message was handed over. */
    case Sent = 17;
    /** A message will not be handed over, for a reason. */
    case KeptBack = 18;
    /** Bytes that no rule made: silence that a port owed. */
    case Owed = 19;
    /** A note-off that may have left just before the player was started again is sent again. */
    case Again = 20;
    /** The player is at work. */
    case Beat = 32;
    /** Something that people should know. */
    case Told = 33;
    /** A device was opened behind a port; the number is the direction, see {@see Entry::OUT}. */
    case Opened = 34;
    /** A device behind a port is gone. */
    case Closed = 35;
    /** The player plays, from now on. */
    case Playing = 36;
    /** It was ended, and all is silent. */
    case Ended = 37;
    case Armed = 38;
    case Disarmed = 39;
    case Muted = 40;
    case Unmuted = 41;
    /** A port takes nothing. */
    case Stuck = 42;
    /** What leaves at a port comes back at the port of that number; that way is cut. */
    case LoopCut = 43;
    /** How the rules stand, as {@see StateSum} of it: the watcher compares. */
    case Summed = 45;
    /** What is connected from here on: the names of out ports at which something hears, a line each; behind a "+" those that did not until now. */
    case Connected = 46;
    /** The player stood still for so many milliseconds. */
    case Stalled = 44;

    /** Whether it was done to the engine, so that it belongs to a recording. */
    public function isDeed(): bool
    {
        return $this->value < self::Begun->value;
    }
}
