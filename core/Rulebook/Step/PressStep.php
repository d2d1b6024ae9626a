<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Midi\OnOff;
use ZigzagPost\Core\Rulebook\Code\CompileFindingKind;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Span;

/**
 * Passes presses only: a note-on, or a value of 64 and more. Releases end here.
 *
 *     press
 */
final class PressStep extends Step
{
    public static function parse(Cursor $cursor, Span $span): self
    {
        $cursor->expectEnd();

        return new self($span);
    }

    public function print(): string
    {
        return 'press';
    }

    public function effects(): array
    {
        return [];
    }

    public function facts(): array
    {
        return [Fact::PassesPresses];
    }

    public function compile(Writer $code): void
    {
        self::passPresses($code, $this->span);
    }

    public function onRelease(): OnRelease
    {
        return OnRelease::Ends;
    }

    /** Code that drops what is not a press. */
    public static function passPresses(Writer $code, Span $span): void
    {
        if (Kind::Note === $code->kind()) {
            return;
        }
        if (!$code->kind()->hasValue()) {
            $code->finds(CompileFindingKind::Missing, 'value', $span);
            $code->reject('the message has no value');

            return;
        }
        $code->line('if ($v < '.OnOff::LEAST_ON.") { {$code->drop('not a press')} }");
    }
}
