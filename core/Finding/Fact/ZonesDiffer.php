<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** An MPE zone is not the same at who sends and at who hears (MIDI Polyphonic Expression 1.0, sections 2.1 and 2.4). */
final readonly class ZonesDiffer extends RigFact
{
    public const CODE = 'zone-differs';

    /**
     * @param string $from who sends, in words
     * @param string $sent side or members of its zone, or semitones of its bend, in words
     * @param string $heard the same of the other
     * @param string $then what comes of it
     */
    public function __construct(public string $unit, public string $from, public string $sent, public string $heard, public string $then)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, 'zone');
    }

    public function text(): string
    {
        return "{$this->from} sends {$this->sent}, {$this->unit} has {$this->heard}: {$this->then}";
    }

    public function job(): string
    {
        return "give both the same zone and bend range, at {$this->unit} or where it is sent";
    }
}
