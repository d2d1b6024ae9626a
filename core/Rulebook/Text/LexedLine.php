<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Text;

/** The words of a line, and its comment. */
final readonly class LexedLine
{
    /**
     * @param list<Token> $tokens ending with an End token
     * @param string|null $comment with its #
     */
    public function __construct(public array $tokens, public ?string $comment)
    {
    }
}
