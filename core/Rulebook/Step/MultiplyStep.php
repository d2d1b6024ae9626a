<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Literal;
use ZigzagPost\Core\Rulebook\Text\Span;

/**
 * Adds clock messages between the incoming ones, evenly spaced by the last interval. Other messages pass.
 *
 *     multiply 2
 */
final class MultiplyStep extends Step
{
    private function __construct(Span $span, private readonly Literal $by)
    {
        parent::__construct($span);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $by = $cursor->integer('a number', 1, 96);
        $cursor->expectEnd();

        return new self($span, $by);
    }

    public function print(): string
    {
        return "multiply {$this->by->text}";
    }

    public function compile(Writer $code): void
    {
        if (Kind::Clock === $code->kind()) {
            $code->line(
                "ExtraClocks::multiply(\$e, '{$code->stepId()}', {$this->by->value}, \$t, "
                    ."['{$code->owner()->continuation()}', {$code->owner()->arguments()}]);",
            );
        }
    }
}
