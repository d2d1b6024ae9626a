<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A box on the way does not pass on a clock. */
final readonly class ClockIsBlocked extends RigFact
{
    public const CODE = 'kind-blocked';

    /** @param list<string> $units that follow one */
    public function __construct(public string $by, public array $units)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->by, 'blocks');
    }

    public function text(): string
    {
        return "{$this->by} blocks clock, and there is no other way to ".implode(', ', $this->units);
    }

    public function formerly(): string
    {
        return "{$this->by} does not pass on clock, and there is no other way to ".implode(', ', $this->units);
    }

    public function job(): string
    {
        return 'lay another lead for the clock';
    }
}
