<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Two leads end in one plug. */
final readonly class PlugIsTakenTwice extends RigFact
{
    public const SEVERITY = Severity::Error;
    public const CODE = 'plug-taken-twice';

    /** @param list<string> $leads */
    public function __construct(public string $unit, public string $plug, public array $leads)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, $this->plug);
    }

    public function text(): string
    {
        return \count($this->leads)." leads end in one plug, {$this->plug} of {$this->unit}: ".implode(', ', $this->leads);
    }

    public function formerly(): string
    {
        return \count($this->leads)." leads end in the plug {$this->plug} of {$this->unit}: ".implode(', ', $this->leads);
    }

    public function job(): string
    {
        return 'take another plug, or put a hub or a splitter in between';
    }
}
