<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\SeveralUnits;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Several controls of a unit, all within reach at once, send the same message to a unit that it plays. */
final readonly class ControlsMoveOne extends RigFact
{
    public const CODE = 'controls-alike';

    /**
     * @param non-empty-list<string> $controls
     * @param string $moved the parameter with its unit, in words
     */
    public function __construct(public string $unit, public array $controls, public string $moved)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, "\"{$this->controls[\count($this->controls) - 1]}\"");
    }

    public function text(): string
    {
        return SeveralUnits::and(array_map(static fn (string $control): string => "\"{$control}\"", $this->controls)).
            " of {$this->unit} send the same message: each moves {$this->moved}";
    }

    public function job(): string
    {
        return 'give the one that was copied its own number, or clear it';
    }
}
