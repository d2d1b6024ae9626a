<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Compile;

use ZigzagPost\Core\Rulebook\Text\Span;

/** A rulebook that would make more code than a running bench can hold; says where the limit was passed. */
final class TooMuchCode extends \RuntimeException
{
    public function __construct(public readonly Span $span)
    {
        parent::__construct(
            'the rules up to here make more code than can run; take several kinds of message in one rule, use ranges in place of many '
                .'rules, or part the rulebook',
        );
    }
}
