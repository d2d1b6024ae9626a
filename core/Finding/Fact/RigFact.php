<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\LineOfRules;
use ZigzagPost\Core\Finding\Subject\Subject;

/**
 * Something about a rig that its people should know. A kind of fact is a class: what it is about and what belongs to it are its
 * properties, of plain values only, and its wording is made of them, here and nowhere else.
 */
abstract readonly class RigFact
{
    /** @var Severity */
    public const SEVERITY = Severity::Warning;
    /** @var string a word that names the kind; what was put to rest is known by it, so that it never changes */
    public const CODE = '';

    abstract public function subject(): Subject;

    abstract public function text(): string;

    /**
     * What it is known by when it is put to rest.
     *
     * @return array<mixed>
     */
    public function identity(): array
    {
        return get_object_vars($this);
    }

    /** How it was worded until November 2026, by which it was known then. */
    public function formerly(): string
    {
        return $this->text();
    }

    public function severity(): Severity
    {
        return static::SEVERITY;
    }

    public function code(): string
    {
        return static::CODE;
    }

    /** How it is told below the fact from which it follows. */
    public function asConsequence(): string
    {
        return "{$this->subject()->words()}: {$this->text()}";
    }

    /** What hands have to do, where no change of the rig puts it right. */
    public function job(): ?string
    {
        return null;
    }

    /** The line of the rulebook in which it is seen. */
    public function line(): ?int
    {
        $subject = $this->subject();

        return $subject instanceof LineOfRules ? $subject->line : null;
    }
}
