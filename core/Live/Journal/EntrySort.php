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
    /** After a stall: ticks and delayed notes that are too late were left out. */
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
    /** The player is at work. */
    case Beat = 32;
    /** Something that people should know. */
    case Told = 33;

    /** Whether it was done to the engine, so that it belongs to a recording. */
    public function isDeed(): bool
    {
        return $this->value < self::Begun->value;
    }
}
