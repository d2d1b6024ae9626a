<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

/** Something that goes wrong in the middle of a show. */
final readonly class Fault
{
    public const LEAD = 'lead pulled and put back';
    public const POWER = 'switched off and on';
    public const TWICE = 'pressed twice';
    public const EARLY = 'pressed too early';
    public const TOGETHER = 'two pressed at once';
    public const WILD = 'stream gone wild';
    public const BATTERY = 'battery empty';
    public const CLOCK_STOPS = 'clock stopped';
    public const LATE = 'answers late';
    public const CLOCK_DOUBLES = 'clock doubled';

    /** @param string $what the lead, unit or control that it is about */
    public function __construct(public string $kind, public string $what)
    {
    }

    public function words(): string
    {
        return "{$this->what}: {$this->kind}";
    }
}
