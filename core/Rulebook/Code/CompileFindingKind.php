<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

/** What can be found out of place when code is written for a kind of message. */
enum CompileFindingKind
{
    /** A field that the message does not have. */
    case Missing;
    /** A field that is always set out of range. */
    case AlwaysOutside;
    /** Keys of a range asked for that are set beyond the keyboard. */
    case OffTheKeyboard;
    /** A value of 14 bits put into 7, or of 7 into 14, as it is. */
    case Unscaled;
    /** A result of a table that no message can hold. */
    case TableOutside;
    /** A value beyond 127 sent to a port whose parameters have 7 bits. */
    case TooFine;
    /** A note that nothing ends. */
    case Endless;
    /** A note that would begin by a gesture, which has no release. */
    case NoteOfGesture;
    /** A step that notes pass unchanged. */
    case NotForNotes;
}
