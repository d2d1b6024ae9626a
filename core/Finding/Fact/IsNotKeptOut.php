<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\SeveralUnits;
use ZigzagPost\Core\Finding\Subject\Subject;

/** One unit moves another that it is to stay out of. */
final readonly class IsNotKeptOut extends RigFact
{
    public const SEVERITY = Severity::Error;
    public const CODE = 'not-kept-out';

    /** @param list<string> $kinds what arrives: notes, controls … */
    public function __construct(public string $from, public string $to, public array $kinds)
    {
    }

    public function subject(): Subject
    {
        return new SeveralUnits([$this->from, $this->to], true);
    }

    public function text(): string
    {
        return "{$this->from} is to stay out of {$this->to}, and its ".SeveralUnits::and($this->kinds).' reach it';
    }

    public function formerly(): string
    {
        return "{$this->from} is to stay out of {$this->to}, and its ".SeveralUnits::and($this->kinds).' arrive there';
    }
}
