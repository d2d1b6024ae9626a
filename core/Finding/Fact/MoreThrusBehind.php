<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A unit further down a chain that is too long. */
final readonly class MoreThrusBehind extends RigFact
{
    public const CODE = 'many-thrus';

    public function __construct(public string $unit, public int $thrus)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit);
    }

    public function text(): string
    {
        return "{$this->thrus} before {$this->unit}";
    }

    public function asConsequence(): string
    {
        return $this->text();
    }
}
