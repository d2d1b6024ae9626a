<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Rules take a control as if it reached further than it does. */
final readonly class PedalFallsShort extends RigFact
{
    public const CODE = 'falls-short';

    /** @param list<string> $short what does not get where it should */
    public function __construct(public string $unit, public string $control, public int $heel, public int $toe, public array $short)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, "\"{$this->control}\"");
    }

    public function text(): string
    {
        return "\"{$this->control}\" reaches only {$this->heel} to {$this->toe}, as it was measured, and the rules expect more: ".implode('; ', $this->short);
    }

    public function formerly(): string
    {
        return "\"{$this->control}\" was measured from {$this->heel} to {$this->toe}, and rules take it as if it went further: ".implode('; ', $this->short);
    }

    public function job(): string
    {
        return "name it in the rule, as in take {$this->unit} \"{$this->control}\" and turn, so that what was measured is stretched to the whole range";
    }
}
