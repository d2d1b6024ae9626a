<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\SeveralUnits;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Most supplies are not drawn. */
final readonly class NobodyDrewPower extends RigFact
{
    public const SEVERITY = Severity::Hint;
    public const CODE = 'no-power';

    /** @param non-empty-list<string> $units */
    public function __construct(public array $units)
    {
    }

    public function subject(): Subject
    {
        return new SeveralUnits($this->units, isPlural: true);
    }

    public function text(): string
    {
        return 'no supply is drawn for '.implode(', ', $this->units);
    }

    public function formerly(): string
    {
        return 'nobody has drawn what feeds '.implode(', ', $this->units);
    }

    public function job(): string
    {
        return 'draw their supplies, or take batteries';
    }
}
