<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\LineOfRules;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Rules call a program that no unit there has. */
final readonly class ProgramIsNone extends RigFact
{
    public const CODE = 'program-out-of-range';

    /** @param list<string> $units that hear there, with how many programs they have */
    public function __construct(public int $line, public int $program, public int $channel, public string $port, public array $units)
    {
    }

    public function subject(): Subject
    {
        return new LineOfRules($this->line);
    }

    public function text(): string
    {
        return implode(', ', $this->units).
            (1 === \count($this->units) ? ' has' : ' have').
            " no program {$this->program}, which is called on channel {$this->channel} of {$this->port}. "
            .'Call it by its name, or by the number that the unit shows';
    }

    public function formerly(): string
    {
        return "program {$this->program} on channel {$this->channel} of {$this->port} is none of ".
            implode(', ', $this->units).
            '. Call it by its name or by the number that the unit shows';
    }
}
