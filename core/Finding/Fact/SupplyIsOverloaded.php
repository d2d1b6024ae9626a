<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\OutputOfSupply;
use ZigzagPost\Core\Finding\Subject\Subject;

/** More is drawn from a supply than it should give. */
final readonly class SupplyIsOverloaded extends RigFact
{
    public const CODE = 'supply-overloaded';

    public function __construct(public string $output, public float $needsMa, public float $givesMa, public float $percent)
    {
    }

    public function subject(): Subject
    {
        return new OutputOfSupply($this->output);
    }

    public function text(): string
    {
        return "the units on it need {$this->needsMa} of {$this->givesMa} mA, {$this->percent} %; more than 80 % is too much";
    }

    public function formerly(): string
    {
        return "{$this->needsMa} of {$this->givesMa} mA are drawn, {$this->percent} %; more than 80 % is too much";
    }

    public function job(): string
    {
        return 'move a unit to another output';
    }
}
