<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A switch sends a controller that has a meaning of its own. */
final readonly class NumberHasAMeaning extends RigFact
{
    public const SEVERITY = Severity::Hint;
    public const CODE = 'standard-number';

    public function __construct(public string $unit, public string $control, public int $number)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, "\"{$this->control}\"");
    }

    public function text(): string
    {
        return "\"{$this->control}\" sends controller {$this->number}, which has a meaning of its own; another device may act on it";
    }
}
