<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\ParameterOfUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Two rules let a parameter follow a control. */
final readonly class TwoRulesMoveIt extends RigFact
{
    public const CODE = 'two-rules-one-parameter';

    public function __construct(public string $unit, public string $parameter, public string $rule, public string $other)
    {
    }

    public function subject(): Subject
    {
        return new ParameterOfUnit($this->unit, $this->parameter);
    }

    public function text(): string
    {
        return "the rules \"{$this->other}\" and \"{$this->rule}\" both move it: it jumps from one control to the other. Give one of them another "
            .'parameter or scene, or ignore this where it is wanted';
    }

    public function formerly(): string
    {
        return "the rules \"{$this->other}\" and \"{$this->rule}\" both move it, so that it leaps from one control to the other; give one "
            .'another parameter or scene, or say that this is wanted';
    }
}
