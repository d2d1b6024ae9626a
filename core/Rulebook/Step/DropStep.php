<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Span;

/**
 * Ends the message here, counted under this rule.
 *
 *     drop
 */
final class DropStep extends Step
{
    public static function parse(Cursor $cursor, Span $span): self
    {
        $cursor->expectEnd();

        return new self($span);
    }

    public function print(): string
    {
        return 'drop';
    }

    public function facts(): array
    {
        return [Fact::HasEffect, Fact::EndsMessage];
    }

    public function compile(Writer $code): void
    {
        $code->line($code->drop('drop'));
        $code->end();
    }

    public function onRelease(): OnRelease
    {
        return OnRelease::Acts;
    }
}
