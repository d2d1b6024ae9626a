<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\Subject;
use ZigzagPost\Core\Finding\Subject\WayRound;

/** What rules send comes in again, and they send it once more. */
final readonly class RulesRound extends RigFact
{
    public const SEVERITY = Severity::Error;
    public const CODE = 'loop';

    /**
     * @param list<string> $over units on the way back
     * @param non-empty-list<int> $lines of the rules
     */
    public function __construct(public string $out, public string $in, public array $over, public array $lines)
    {
    }

    public function subject(): Subject
    {
        return new WayRound("post {$this->out} {$this->in}");
    }

    public function text(): string
    {
        $over = [] === $this->over ? '' : ' over '.implode(', ', $this->over);

        return "what leaves port {$this->out} comes in again at {$this->in}{$over}, and rules send it out again without end: ".
            (1 === \count($this->lines) ? 'line ' : 'lines ').
            implode(', ', $this->lines);
    }

    public function formerly(): string
    {
        $over = [] === $this->over ? '' : ' over '.implode(', ', $this->over);

        return "what leaves at the port {$this->out} comes in again at {$this->in}{$over}, and rules send it out once more, without end: ".
            (1 === \count($this->lines) ? 'line ' : 'lines ').
            implode(', ', $this->lines);
    }

    public function job(): string
    {
        return "let these rules not listen to {$this->in}, or take the way back out";
    }

    public function line(): int
    {
        return $this->lines[0];
    }
}
