<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Text;

/** A line that cannot be read: where, what is wrong and, when there is a likely one, what was meant. */
final class RulebookError extends \RuntimeException
{
    /** Words that a message lists at most. */
    private const MOST_LISTED = 6;

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
        $isWord = TokenType::Word === $found->type || TokenType::Scrap === $found->type;
        $habit = $isWord ? Habits::ofWord($found->text) : null;
        if (null !== $habit) {
            return self::instead($found->span, "\"{$found->text}\" means nothing here; {$habit->advice}", $habit->word);
        }
        $nearest = $isWord ? Nearest::of($found->text, $expected) : null;
        $hint = null === $nearest ? '' : "; did you mean \"{$nearest}\"?";
        $text =
            \count($expected) > self::MOST_LISTED
                ? "{$found->described()} cannot stand here".
                    ('' === $hint ? '; such words as '.implode(', ', \array_slice($expected, 0, 3)).' can, the reference lists them all' : $hint)
                : \sprintf('expected %s, found %s%s', self::either($expected), $found->described(), $hint);

        return new self($found->span, 'syntax', $text, $nearest);
    }

    /** Something that people write out of habit; the text says what to write instead. */
    public static function instead(Span $span, string $text, ?string $replacement = null): self
    {
        return new self($span, 'syntax', $text, $replacement);
    }

    /** @param list<string> $known */
    public static function unknown(Token $found, string $code, string $what, array $known): self
    {
        $nearest = Nearest::of($found->text, $known);
        $hint =
            null !== $nearest ? "; did you mean \"{$nearest}\"?" : ([] === $known ? '' : '; there are '.implode(', ', \array_slice($known, 0, 12)));

        return new self($found->span, $code, "there is no {$what} \"{$found->text}\"{$hint}", $nearest);
    }

    /** @param list<string> $words */
    private static function either(array $words): string
    {
        $last = array_pop($words);

        return [] === $words ? (string) $last : implode(', ', $words).' or '.$last;
    }
}
