<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Two controls that are within reach at once have the same label: one was copied and not written anew. */
final readonly class LabelStandsTwice extends RigFact
{
    public const CODE = 'label-twice';

    public function __construct(public string $unit, public string $control, public string $other, public string $label)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, "\"{$this->control}\"");
    }

    public function text(): string
    {
        return "\"{$this->control}\" of {$this->unit} has the label \"{$this->label}\", as \"{$this->other}\" has";
    }

    public function job(): string
    {
        return 'give the copy a label of its own';
    }
}
