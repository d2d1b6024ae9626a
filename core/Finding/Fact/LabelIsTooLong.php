<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A label that its display cannot show. */
final readonly class LabelIsTooLong extends RigFact
{
    public const CODE = 'label-too-long';

    public function __construct(public string $unit, public string $control, public string $label, public int $length, public int $most)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, "\"{$this->control}\"");
    }

    public function text(): string
    {
        return "the label \"{$this->label}\" has {$this->length} characters, and the display of \"{$this->control}\" shows {$this->most}";
    }
}
