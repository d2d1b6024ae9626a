<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Rulebook\Code\DoesWhat;
use ZigzagPost\Core\Rulebook\Code\Effect;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;

/**
 * Does the steps of a stack.
 *
 *     do storm
 */
final class DoStep extends Step
{
    private function __construct(Span $span, private readonly Token $stack)
    {
        parent::__construct($span);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $stack = $cursor->name('a stack name');
        $cursor->expectEnd();

        return new self($span, $stack);
    }

    public function print(): string
    {
        return "do {$this->stack->text}";
    }

    public function stack(): Token
    {
        return $this->stack;
    }

    public function effects(): array
    {
        return [new Effect(DoesWhat::Stack, "stack {$this->stack()->text}")];
    }

    public function facts(): array
    {
        return [Fact::HasEffect, Fact::Quiets];
    }

    public function compile(Writer $code): void
    {
        $code->line("\$this->stack_{$this->stack->text}(\$e, \$t, 0, 0, 0, 0, {$code->doer()}, '', 0, 'stack {$this->stack->text}');");
    }

    public function references(): array
    {
        return [new Reference(Reference::STACK, $this->stack)];
    }
}
