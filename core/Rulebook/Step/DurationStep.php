<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Duration;
use ZigzagPost\Core\Rulebook\Text\Span;

/**
 * A step with a length of time and nothing else.
 *
 *     delay 20ms
 *     gate 80ms
 *     thin 5ms
 */
abstract class DurationStep extends Step
{
    final private function __construct(Span $span, protected readonly Duration $duration)
    {
        parent::__construct($span);
    }

    abstract protected static function keyword(): string;

    public static function parse(Cursor $cursor, Span $span): static
    {
        $duration = $cursor->duration();
        $cursor->expectEnd();

        return new static($span, $duration);
    }

    public function print(): string
    {
        return static::keyword().' '.$this->duration->print();
    }
}
