<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Midi\Kind;

/** Kinds of message as charts name them: those of the rulebook language, and pulses. */
enum KindName: string
{
    case Note = 'note';
    case PolyPressure = 'polypressure';
    case Cc = 'cc';
    case Mode = 'mode';
    case Cc14 = 'cc14';
    case Nrpn = 'nrpn';
    case Rpn = 'rpn';
    case Program = 'program';
    case Pressure = 'pressure';
    case Bend = 'bend';
    case Sysex = 'sysex';
    case Clock = 'clock';
    case Start = 'start';
    case Continue = 'continue';
    case Stop = 'stop';
    case Position = 'position';
    case Song = 'song';
    case Tune = 'tune';
    case Sensing = 'sensing';
    case Reset = 'reset';
    case TimeCode = 'timecode';
    case Pulse = 'pulse';

    /** What keys of objects by kind have to match. */
    public const PATTERN = '^(note|polypressure|cc|mode|cc14|nrpn|rpn|program|pressure|bend|sysex|clock|start|continue|stop|position|song|tune|sensing|reset|timecode|pulse)$';

    /** Null for pulses, which are not MIDI. */
    public function midi(): ?Kind
    {
        return Kind::tryFrom($this->value);
    }
}
