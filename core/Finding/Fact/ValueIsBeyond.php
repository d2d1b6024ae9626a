<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\LineOfRules;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Rules turn a parameter beyond its range. */
final readonly class ValueIsBeyond extends RigFact
{
    public const CODE = 'value-out-of-range';

    public function __construct(
        public int $line,
        public string $written,
        public string $unit,
        public string $parameter,
        public int $low,
        public int $high,
        public bool $isPercent,
    ) {
    }

    public function subject(): Subject
    {
        return new LineOfRules($this->line);
    }

    public function text(): string
    {
        $percent = $this->isPercent ? ' percent' : '';

        return "{$this->written}{$percent} is outside the range of “{$this->parameter}” of {$this->unit}, "
            ."{$this->low} to {$this->high}{$percent}";
    }

    public function formerly(): string
    {
        $percent = $this->isPercent ? ' percent' : '';

        return "{$this->written}{$percent} is beyond the range of “{$this->parameter}” of {$this->unit}, which "
            ."goes from {$this->low} to {$this->high}{$percent}";
    }
}
