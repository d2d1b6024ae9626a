<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** What stands in the editor of a box has not been sent to it, or was changed since. */
final readonly class NotSentToBox extends RigFact
{
    public const SEVERITY = Severity::Hint;
    public const CODE = 'not-sent';

    public function __construct(public string $unit, public ?string $lastAt)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, 'editor');
    }

    public function text(): string
    {
        return null === $this->lastAt
            ? "the settings in the editor of {$this->unit} have not been sent to the box"
            : "the settings in the editor of {$this->unit} have changed since they were last sent to the box, on {$this->lastAt}";
    }

    public function formerly(): string
    {
        return null === $this->lastAt
            ? "what the editor of {$this->unit} holds has not been sent to the box"
            : "what the editor of {$this->unit} holds was changed after it was last sent to the box, on {$this->lastAt}";
    }

    public function job(): string
    {
        return 'send all of it from the editor, and tick it';
    }
}
