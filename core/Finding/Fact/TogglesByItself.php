<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\LineOfRules;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Rules say which way, and the parameter changes over by itself. */
final readonly class TogglesByItself extends RigFact
{
    public const CODE = 'toggles-by-itself';

    public function __construct(public int $line, public string $unit, public string $parameter, public int $value)
    {
    }

    public function subject(): Subject
    {
        return new LineOfRules($this->line);
    }

    public function text(): string
    {
        return "\"{$this->parameter}\" of {$this->unit} toggles on every message, whatever its value: after one missed message it stands the "
            ."wrong way. Take presses only, and turn it to {$this->value}";
    }

    public function formerly(): string
    {
        return "\"{$this->parameter}\" of {$this->unit} changes over on any value; \"to other\" says which way, and after the first missed "
            ."message it is the wrong one. Take presses only, and turn it to {$this->value}";
    }
}
