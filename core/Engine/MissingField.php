<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Span;

/** Found when compiling: a step that cannot work on a kind of message that reaches it. */
final readonly class MissingField
{
    public function __construct(
        public string $field,
        /** The kind that the rule took. */
        public Kind $taken,
        /** What it has become by then. */
        public Kind $kind,
        public Span $span,
    ) {
    }
}
