<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook;

/** One line of a rulebook in canonical wording, with its comment; a line may be a comment only. */
final readonly class SourceLine
{
    public const COMMENT = 'comment';
    public const HEADING = 'heading';
    public const BODY = 'body';

    public function __construct(
        public int $line,
        /** {@see COMMENT}, {@see HEADING}, {@see BODY}, or the first word of a top-level statement. */
        public string $kind,
        public string $text,
        public ?string $comment,
    ) {
    }
}
