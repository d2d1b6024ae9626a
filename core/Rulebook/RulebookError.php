<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook;

/** A line that cannot be read: where, what is wrong and, when there is a likely one, what was meant. */
final class RulebookError extends \RuntimeException
{
    public function __construct(
        public readonly Span $span,
        public readonly string $errorCode,
        string $text,
        /** Text that would put the span right. */
        public readonly ?string $replacement = null,
    ) {
        parent::__construct($text);
    }

    /** @param list<string> $expected */
    public static function expected(Token $found, array $expected): self
    {
        $nearest = TokenType::Word === $found->type || TokenType::Scrap === $found->type ? Nearest::of($found->text, $expected) : null;

        return new self(
            $found->span,
            'syntax',
            \sprintf('expected %s, found %s%s', self::either($expected), $found->described(), null === $nearest ? '' : "; did you mean \"{$nearest}\"?"),
            $nearest,
        );
    }

    /** @param list<string> $known */
    public static function unknown(Token $found, string $code, string $what, array $known): self
    {
        $nearest = Nearest::of($found->text, $known);
        $hint = null !== $nearest ? "; did you mean \"{$nearest}\"?" : ([] === $known ? '' : '; there are '.implode(', ', \array_slice($known, 0, 12)));

        return new self($found->span, $code, "there is no {$what} \"{$found->text}\"{$hint}", $nearest);
    }

    /** @param list<string> $words */
    private static function either(array $words): string
    {
        $last = array_pop($words);

        return [] === $words ? (string) $last : implode(', ', $words).' or '.$last;
    }
}
