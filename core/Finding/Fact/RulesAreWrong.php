<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\LineOfRules;
use ZigzagPost\Core\Finding\Subject\Subject;

/** What the rulebook itself shows. */
final readonly class RulesAreWrong extends RigFact
{
    /**
     * @param string|null $unit the unit that is named there
     * @param bool $hears whether it is named as one that hears
     */
    public function __construct(
        public Severity $severity,
        public string $code,
        public int $line,
        public string $text,
        public ?string $unit = null,
        public bool $hears = false,
    ) {
    }

    public function subject(): Subject
    {
        return new LineOfRules($this->line);
    }

    public function text(): string
    {
        return $this->text;
    }

    public function severity(): Severity
    {
        return $this->severity;
    }

    public function code(): string
    {
        return $this->code;
    }
}
