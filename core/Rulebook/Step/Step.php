<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Engine\RuleCode;
use ZigzagPost\Core\Rulebook\Cursor;
use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Reference;
use ZigzagPost\Core\Rulebook\Span;

/** One step of a rule. Each kind of step is a class of its own, listed in {@see Steps}. */
abstract class Step
{
    public function __construct(public readonly Span $span)
    {
    }

    /** Reads what stands behind the keyword. */
    abstract public static function parse(Cursor $cursor, Span $span): self;

    abstract public function print(): string;

    /** Writes the code of this step for the kind of message that reaches it. */
    abstract public function compile(RuleCode $code): void;

    public function onRelease(): OnRelease
    {
        return OnRelease::Skipped;
    }

    /** Whether the message can be another after it. */
    public function changesMessage(): bool
    {
        return false;
    }

    /** Whether it changes the release velocity of a note. */
    public function setsRelease(): bool
    {
        return false;
    }

    /** Whether something leaves the rule, or is stored, by this step. */
    public function hasEffect(): bool
    {
        return false;
    }

    /** How long the message can be held up here at most, in microseconds. */
    public function holdsUpUs(): int
    {
        return 0;
    }

    /** Whether it treats messages of MPE zones in a way of their own. */
    public function followsZones(): bool
    {
        return false;
    }

    /** @return list<Reference> names it uses, other than memories in expressions */
    public function references(): array
    {
        return [];
    }

    /** @return list<Expression> */
    public function expressions(): array
    {
        return [];
    }
}
