<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Expression\ExpressionParser;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Span;

/**
 * Drops the message unless something is true.
 *
 *     only velocity > 20 and octave = 0
 */
final class OnlyStep extends Step
{
    private function __construct(Span $span, private readonly Expression $condition)
    {
        parent::__construct($span);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $condition = ExpressionParser::parse($cursor);
        $cursor->expectEnd('an operator');

        return new self($span, $condition);
    }

    public function print(): string
    {
        return 'only '.$this->condition->print();
    }

    public function facts(): array
    {
        return [Fact::AsksFirst];
    }

    public function compile(Writer $code): void
    {
        $code->line("if (!({$code->code($this->condition)->truth()})) { {$code->drop($this->print())} }");
    }

    public function onRelease(): OnRelease
    {
        return OnRelease::Acts;
    }

    public function expressions(): array
    {
        return [$this->condition];
    }
}
