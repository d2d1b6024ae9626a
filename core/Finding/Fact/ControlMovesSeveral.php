<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\SeveralUnits;
use ZigzagPost\Core\Finding\Subject\Subject;

/** What a control sends is understood by several units that do not play together. */
final readonly class ControlMovesSeveral extends RigFact
{
    public const CODE = 'moves-several';

    /** @param list<string> $moved parameters with their units, in words */
    public function __construct(public string $unit, public string $control, public array $moved)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, "\"{$this->control}\"");
    }

    public function text(): string
    {
        return "\"{$this->control}\" of {$this->unit} moves ".SeveralUnits::and($this->moved);
    }

    public function job(): string
    {
        return 'give one of them another number or channel, or say that they play together';
    }
}
