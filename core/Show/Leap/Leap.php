<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Leap;

/** What a control does to a parameter when it is first moved after a change of scene. */
final readonly class Leap
{
    /**
     * @param int $line of the rule that moves the parameter
     * @param list<string> $from scenes it was in before; none at the start of a run
     * @param string|null $to the scene that was called; null where the rules have none
     * @param list<string> $songs songs of the loaded set list in which this change comes
     * @param string $takeover as the rule has it: jump, pickup or scaled
     * @param array{jump: LeapStep, pickup: LeapStep, scaled: LeapStep} $steps
     * @param string $proposed the takeover with the smallest leap, and of these the one that acts soonest
     * @param bool $isKnown whether the engine knows where the parameter stands
     * @param bool $isWritable whether another takeover can be written into the rule
     * @param string $shown the leap as the rule is, in decibels, cents or per cent of the range
     */
    public function __construct(
        public string $unit,
        public string $control,
        public int $line,
        public string $device,
        public string $parameter,
        public array $from,
        public ?string $to,
        public array $songs,
        public string $takeover,
        public array $steps,
        public string $proposed,
        public bool $isKnown,
        public bool $isWritable,
        public string $shown,
    ) {
    }

    /** The step as the rule is written. */
    public function step(): LeapStep
    {
        return $this->steps[$this->takeover] ?? $this->steps['jump'];
    }

    /** The same from other scenes as well. */
    public function and(self $other): self
    {
        return new self(
            $this->unit,
            $this->control,
            $this->line,
            $this->device,
            $this->parameter,
            [...$this->from, ...$other->from],
            $this->to,
            array_values(array_unique([...$this->songs, ...$other->songs])),
            $this->takeover,
            $this->steps,
            $this->proposed,
            $this->isKnown,
            $this->isWritable,
            $this->shown,
        );
    }
}
