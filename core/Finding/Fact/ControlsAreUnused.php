<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Controls that no rule takes. */
final readonly class ControlsAreUnused extends RigFact
{
    public const SEVERITY = Severity::Hint;
    public const CODE = 'unused-controls';

    /** @param list<string> $controls */
    public function __construct(public string $unit, public array $controls)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, 'controls');
    }

    public function text(): string
    {
        return 'no rule takes '.
            implode(', ', array_map(static fn (string $control): string => "\"{$control}\"", \array_slice($this->controls, 0, 6))).
            (\count($this->controls) > 6 ? ' and '.(\count($this->controls) - 6).' more' : '');
    }
}
