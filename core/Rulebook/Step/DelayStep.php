<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Engine\RuleCode;
use ZigzagPost\Core\Rulebook\Cursor;
use ZigzagPost\Core\Rulebook\Duration;
use ZigzagPost\Core\Rulebook\Span;

/**
 * Does the steps below later; a note keeps its length, for its end is delayed as well.
 *
 *     delay 250ms
 */
final class DelayStep extends Step
{
    private function __construct(Span $span, private readonly Duration $duration)
    {
        parent::__construct($span);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $duration = $cursor->duration();
        $cursor->expectEnd();

        return new self($span, $duration);
    }

    public function print(): string
    {
        return 'delay '.$this->duration->print();
    }

    public function compile(RuleCode $code): void
    {
        if ($code->beginsSomething()) {
            $code->line("\$later = \$e->delayOwner(\$own, {$this->duration->us});");
            $code->changeOwner('$later');
        }
        $code->line("\$e->later(\$t + {$this->duration->us}, 'call', ['{$code->continuation()}', {$code->arguments()}]);");
        $code->line('return 1;');
        $code->end();
    }

    public function onRelease(): OnRelease
    {
        return OnRelease::Acts;
    }
}
