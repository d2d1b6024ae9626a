<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\SeveralUnits;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Rules name units that hang together, and no lead lies between them and the post. */
final readonly class NoLeadBetween extends RigFact
{
    public const SEVERITY = Severity::Error;
    public const CODE = 'no-way';

    /**
     * @param non-empty-list<string> $units
     * @param int $line the first that names one
     */
    public function __construct(public array $units, public int $line)
    {
    }

    public function subject(): Subject
    {
        return new SeveralUnits($this->units);
    }

    public function text(): string
    {
        return 'no lead connects '.implode(', ', $this->units).' with a port of the rules, and rules name '.(1 === \count($this->units) ? 'it' : 'them');
    }

    public function formerly(): string
    {
        return 'no lead lies between '.implode(', ', $this->units).' and a port of the rulebook, and rules name '.(1 === \count($this->units) ? 'it' : 'them');
    }

    public function job(): string
    {
        return 'lay a lead';
    }

    public function line(): int
    {
        return $this->line;
    }
}
