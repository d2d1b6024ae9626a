<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Expression\ExpressionParser;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;

/**
 * Sets the tempo of a clock, in beats a minute; below 20 and above 400 it is 20 and 400.
 *
 *     tempo lead = 60 + value
 */
final class TempoStep extends Step
{
    private function __construct(Span $span, private readonly Token $clock, private readonly Expression $tempo)
    {
        parent::__construct($span);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $clock = $cursor->name('a clock name');
        $cursor->expect('=');
        $tempo = ExpressionParser::parse($cursor);
        $cursor->expectEnd('an operator');

        return new self($span, $clock, $tempo);
    }

    public function print(): string
    {
        return "tempo {$this->clock->text} = {$this->tempo->print()}";
    }

    public function facts(): array
    {
        return [Fact::HasEffect];
    }

    public function compile(Writer $code): void
    {
        $code->sender()->at($this->span->line);
        $code->line("Clocks::tempo(\$e, '{$this->clock->text}', \$t, {$code->code($this->tempo)->asQuantity()});");
    }

    public function references(): array
    {
        return [new Reference(Reference::CLOCK, $this->clock)];
    }

    public function expressions(): array
    {
        return [$this->tempo];
    }
}
