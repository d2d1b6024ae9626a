<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Engine\RuleCode;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Cursor;
use ZigzagPost\Core\Rulebook\Literal;
use ZigzagPost\Core\Rulebook\Span;

/**
 * Lets a value through when it is so far from the last one let through, or newly reaches an end of its range.
 *
 *     deadband 3
 */
final class DeadbandStep extends Step
{
    private function __construct(Span $span, private readonly Literal $distance)
    {
        parent::__construct($span);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $distance = $cursor->integer('a distance', 1, 16383);
        $cursor->expectEnd();

        return new self($span, $distance);
    }

    public function print(): string
    {
        return 'deadband '.$this->distance->text;
    }

    public function compile(RuleCode $code): void
    {
        if (Kind::Note === $code->kind) {
            $code->notForNotes('deadband', $this->span);

            return;
        }
        $range = $code->kind->valueRange();
        if (null === $range) {
            $code->lacks('value', $this->span);
            $code->reject('the message has no value');

            return;
        }
        $code->line("if (!Thinning::lets(\$s, '{$code->stepId()}', {$this->distance->value}, \$ctl, \$v, {$range[0]}, {$range[1]})) { {$code->drop('too near the last value')} }");
    }

    public function onRelease(): OnRelease
    {
        return OnRelease::Acts;
    }
}
