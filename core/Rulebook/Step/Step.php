<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\Effect;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Sending;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Message\Template;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\NumberList;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;

/**
 * One step of a rule. Each kind of step is a class of its own, listed in {@see Steps}: how it is read and printed, what can be
 * said of it, and the code that it writes.
 */
abstract class Step
{
    public function __construct(public readonly Span $span)
    {
    }

    /**
     * Reads what stands behind the keyword.
     *
     * @throws RulebookError where it cannot be read
     */
    abstract public static function parse(Cursor $cursor, Span $span): self;

    abstract public function print(): string;

    /** Writes the code of this step for the kind of message that reaches it. */
    abstract public function compile(Writer $code): void;

    public function onRelease(): OnRelease
    {
        return OnRelease::Skipped;
    }

    /** @return list<Fact> */
    public function facts(): array
    {
        return [];
    }

    final public function is(Fact $fact): bool
    {
        return \in_array($fact, $this->facts(), true);
    }

    /** The kind of message that it turns the message into; null when that stays. */
    public function makes(): ?Kind
    {
        return null;
    }

    /** The message that it makes or posts; null for none, or a timing pulse. */
    public function message(): ?Template
    {
        return null;
    }

    /** Where its value stands, if it has one that can be added to. */
    public function written(): ?Span
    {
        return null;
    }

    /** How many voices it deals notes out among; 0 for none. */
    public function voices(): int
    {
        return 0;
    }

    /**
     * What somebody who presses a control gets by it; none where it goes without saying.
     *
     * @return list<Effect>|null null for what no sheet can say in a few words
     */
    public function effects(): ?array
    {
        return null;
    }

    /** The stack that it does, if any. */
    public function stack(): ?Token
    {
        return null;
    }

    /** @return list<NumberList> */
    public function lists(): array
    {
        return [];
    }

    /** @return list<Sending> what it sends at most where no message is at hand, in order */
    public function sends(): array
    {
        return [];
    }

    /** How long the message can be held up here at most, in microseconds. */
    public function holdsUpUs(): int
    {
        return 0;
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
