<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Engine\Notes;
use ZigzagPost\Core\Engine\RuleCode;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Cursor;
use ZigzagPost\Core\Rulebook\Span;

/**
 * Passes presses only: a note-on, or a value of 64 and more. Releases end here.
 *
 *     press
 */
final class PressStep extends Step
{
    public const LEAST = Notes::LEAST_PRESS;

    public static function parse(Cursor $cursor, Span $span): self
    {
        $cursor->expectEnd();

        return new self($span);
    }

    public function print(): string
    {
        return 'press';
    }

    public function compile(RuleCode $code): void
    {
        self::passPresses($code, $this->span);
    }

    public function onRelease(): OnRelease
    {
        return OnRelease::Ends;
    }

    /** Code that drops what is not a press. */
    public static function passPresses(RuleCode $code, Span $span): void
    {
        if (Kind::Note === $code->kind) {
            return;
        }
        if (!$code->kind->hasValue()) {
            $code->lacks('value', $span);
            $code->reject('the message has no value');

            return;
        }
        $code->line('if ($v < '.self::LEAST.") { {$code->drop('not a press')} }");
    }
}
