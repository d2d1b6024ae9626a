<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Literal;
use ZigzagPost\Core\Rulebook\Text\Span;

/**
 * Passes the first of every so many clock messages; a start begins counting anew. Other messages pass.
 *
 *     divide 2
 */
final class DivideStep extends Step
{
    private function __construct(Span $span, private readonly Literal $by)
    {
        parent::__construct($span);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $by = $cursor->integer('a number', 1, 384);
        $cursor->expectEnd();

        return new self($span, $by);
    }

    public function print(): string
    {
        return "divide {$this->by->text}";
    }

    public function compile(Writer $code): void
    {
        $count = "\$s->counted['{$code->stepId()}'][\$port]";
        if (Kind::Start === $code->kind()) {
            $code->line("{$count} = 0;");
        } elseif (Kind::Clock === $code->kind()) {
            $x = $code->temporary();
            $code->line("{$x} = {$count} ?? 0;");
            $code->line("{$count} = ({$x} + 1) % {$this->by->value};");
            $code->line("if (0 !== {$x}) { {$code->drop('divided')} }");
        }
    }
}
