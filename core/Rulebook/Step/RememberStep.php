<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Declaration\Memory;
use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Expression\ExpressionParser;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;

/**
 * Stores a number into a memory, rounded.
 *
 *     remember octave = clamp(octave + 1, -3, 3)
 */
final class RememberStep extends Step
{
    private function __construct(Span $span, private readonly Token $memory, private readonly Expression $value)
    {
        parent::__construct($span);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $memory = $cursor->name('a memory name');
        $cursor->expect('=');
        $value = ExpressionParser::parse($cursor);
        $cursor->expectEnd('an operator');

        return new self($span, $memory, $value);
    }

    public function print(): string
    {
        return "remember {$this->memory->text} = {$this->value->print()}";
    }

    public function facts(): array
    {
        return [Fact::HasEffect, Fact::LetsAllPass];
    }

    public function compile(Writer $code): void
    {
        $code->line(
            "\$s->memories['{$this->memory->text}'] = \\max(-".
                Memory::LARGEST.
                ", \\min({$code->code($this->value)->rounded()}, ".
                Memory::LARGEST.
                '));',
        );
    }

    public function references(): array
    {
        return [new Reference(Reference::MEMORY, $this->memory)];
    }

    public function expressions(): array
    {
        return [$this->value];
    }
}
