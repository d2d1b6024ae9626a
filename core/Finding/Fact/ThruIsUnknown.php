<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A box of which it is not known whether it passes on. */
final readonly class ThruIsUnknown extends RigFact
{
    public const SEVERITY = Severity::Hint;
    public const CODE = 'thru-unknown';

    /** @param list<string> $units behind it */
    public function __construct(public string $unit, public string $fact, public array $units)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, 'passing on');
    }

    public function text(): string
    {
        return "{$this->fact} is not known, and what reaches ".implode(', ', $this->units).' depends on it';
    }

    public function formerly(): string
    {
        return "{$this->fact} is not known, and on it depends what gets to ".implode(', ', $this->units);
    }

    public function job(): string
    {
        return "look at {$this->unit}, and set it";
    }
}
