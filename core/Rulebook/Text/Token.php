<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Text;

/** One word, number or sign of a line, with its place (columns count characters from 1). */
final readonly class Token
{
    public function __construct(
        public TokenType $type,
        public string $text,
        public Span $span,
        /** Whether white space stands before it. */
        public bool $spaced,
    ) {
    }

    public function is(string ...$texts): bool
    {
        return (TokenType::Word === $this->type || TokenType::Sign === $this->type) && \in_array($this->text, $texts, true);
    }

    /** How an error message calls it. */
    public function described(): string
    {
        if (TokenType::End === $this->type) {
            return 'the end of the line';
        }
        $text = mb_strlen($this->text) > 30 ? mb_substr($this->text, 0, 30).'…' : $this->text;

        return TokenType::Text === $this->type ? $text : '"'.$text.'"';
    }
}
