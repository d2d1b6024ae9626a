<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A control sends what selects banks or parameters. */
final readonly class NumberIsNotForControls extends RigFact
{
    public const CODE = 'number-not-for-controls';

    public function __construct(public string $unit, public string $control, public int $number)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, "\"{$this->control}\"");
    }

    public function text(): string
    {
        return "\"{$this->control}\" sends controller {$this->number}, which selects banks or parameters and must not be used as a control";
    }
}
