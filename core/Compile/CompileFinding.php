<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Compile;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\CompileFindingKind;
use ZigzagPost\Core\Rulebook\Text\Span;

/** Found when compiling: a step that cannot work on a kind of message that reaches it. */
final readonly class CompileFinding
{
    public function __construct(
        public CompileFindingKind $findingKind,
        /** The field, or what else it is about. */
        public string $field,
        /** The kind that the rule took. */
        public Kind $taken,
        /** What it has become by then. */
        public Kind $kind,
        public Span $span,
    ) {
    }
}
