<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\LineOfRules;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Rules take a number that a control had as it came. */
final readonly class NumberNobodySends extends RigFact
{
    public const CODE = 'number-nobody-sends';

    /** @param list<string> $controls */
    public function __construct(public int $line, public string $unit, public array $controls)
    {
    }

    public function subject(): Subject
    {
        return new LineOfRules($this->line);
    }

    public function text(): string
    {
        return 'that was '.
            implode(', ', array_map(static fn (string $control): string => "\"{$control}\"", $this->controls)).
            " of {$this->unit} in its factory state; with the numbers that are set now nothing sends it";
    }

    public function formerly(): string
    {
        return 'that was '.
            implode(', ', array_map(static fn (string $control): string => "\"{$control}\"", $this->controls)).
            " of {$this->unit} as it comes; with the numbers that are set now nothing sends it";
    }
}
