<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\CompileFindingKind;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Literal;
use ZigzagPost\Core\Rulebook\Text\Span;

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

    public function facts(): array
    {
        return [Fact::Thins];
    }

    public function compile(Writer $code): void
    {
        if (Kind::Note === $code->kind()) {
            $code->finds(CompileFindingKind::NotForNotes, 'deadband', $this->span);

            return;
        }
        $range = $code->kind()->valueRange();
        if (null === $range) {
            $code->finds(CompileFindingKind::Missing, 'value', $this->span);
            $code->reject('the message has no value');

            return;
        }
        $code->line(
            "if (!Thinning::lets(\$s, '{$code->stepId()}', {$this->distance->value}, \$ctl, \$v, {$range->low}, {$range->high})) { {$code->drop(
                'too near the last value',
            )} }",
        );
    }

    public function onRelease(): OnRelease
    {
        return OnRelease::Acts;
    }
}
