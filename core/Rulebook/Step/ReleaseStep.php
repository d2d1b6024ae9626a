<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Span;

/**
 * Ends what the rules of the current scene hold: latches, posted, gated and made notes, pedals. Played notes stay.
 *
 *     on leave release
 */
final class ReleaseStep extends Step
{
    public static function parse(Cursor $cursor, Span $span): self
    {
        $cursor->expectEnd();

        return new self($span);
    }

    public function print(): string
    {
        return 'release';
    }

    public function facts(): array
    {
        return [Fact::HasEffect, Fact::Releases, Fact::Quiets];
    }

    public function compile(Writer $code): void
    {
        $code->sender()->at($this->span->line);
        $code->line('Release::all($e, $t);');
    }
}
