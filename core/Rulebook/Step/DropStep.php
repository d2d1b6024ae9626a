<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Engine\RuleCode;
use ZigzagPost\Core\Rulebook\Cursor;
use ZigzagPost\Core\Rulebook\Span;

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

    public function compile(RuleCode $code): void
    {
        $code->line($code->drop('drop'));
        $code->end();
    }

    public function onRelease(): OnRelease
    {
        return OnRelease::Acts;
    }

    public function hasEffect(): bool
    {
        return true;
    }
}
