<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

/** What can be said of a step beside what it writes, for the compiler and the checks. */
enum Fact
{
    /** The message can be another after it. */
    case ChangesMessage;
    /** The value of the message is one of its own making after it. */
    case MakesValue;
    /** It changes the release velocity of a note. */
    case SetsRelease;
    /** Something leaves the rule by it, or is stored. */
    case HasEffect;
    /** It treats messages of MPE zones in a way of their own. */
    case KnowsZones;
    /** The message has left its MPE zone after it. */
    case LeavesZone;
    /** It keeps account of notes beyond their owner. */
    case TracksNotes;
    /** It deals notes out among voices, so that sustain pedals matter. */
    case DealsNotes;
    /** It compares with the present values of controls. */
    case TakesOver;
    /** It lets presses pass, and nothing else. */
    case PassesPresses;
    /** It lets messages pass for which something is true. */
    case AsksFirst;
    /** What stands below it is done as well, at once and with the same message. */
    case LetsAllPass;
    /** A note that comes to it begins to sound. */
    case BeginsNotes;
    /** It ends notes by itself. */
    case EndsNotes;
    /** It moves a value from one range to another. */
    case Scales;
    /** It makes a stream of values sparser. */
    case Thins;
    /** Each press gives the other of two values. */
    case Toggles;
    /** It ends what rules of the scene hold, so that it has to be known who holds what. */
    case Releases;
    /** By it, or by what it sets off, notes can end that the rule itself began. */
    case Quiets;
    /** It changes the scene. */
    case ChangesScene;
    /** It sends on what the rule took, whatever that is. */
    case PassesOn;
    /** It sends a timing pulse. */
    case Pulses;
    /** The port that it sends to has to declare an MPE zone. */
    case NeedsZone;
    /** Nothing comes after it. */
    case EndsMessage;
}
