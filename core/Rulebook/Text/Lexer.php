<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Text;

/** Cuts a line into tokens and its comment. */
final class Lexer
{
    private const PATTERN = '~\G(?:
        (?<space>[ \t\r]+)
        |(?<text>"[^"]*")
        |(?<duration>\d+(?:\.\d+)?(?:ms|s)(?![A-Za-z0-9_]))
        |(?<key>[A-G][\#b]?-?\d{1,2}(?![A-Za-z0-9_]))
        |(?<comment>\#.*)
        |(?<number>0x[0-9A-Fa-f]+(?![A-Za-z0-9_])|\d+(?:\.(?!\.)\d+)?)
        |(?<word>[a-z][a-z0-9_]*(?![A-Za-z0-9_]))
        |(?<scrap>[A-Za-z_][A-Za-z0-9_]*)
        |(?<sign>\.\.|!=|<=|>=|[-+*/%=<>(),:{}×])
    )~uxs';

    private const TYPES = [
        'text' => TokenType::Text,
        'duration' => TokenType::Duration,
        'key' => TokenType::KeyName,
        'number' => TokenType::Number,
        'word' => TokenType::Word,
        'scrap' => TokenType::Scrap,
        'sign' => TokenType::Sign,
    ];

    /**
     * @throws RulebookError
     */
    public static function line(string $text, int $line): LexedLine
    {
        $tokens = [];
        $comment = null;
        $offset = 0;
        $column = 1;
        $spaced = true;
        while ($offset < \strlen($text)) {
            if (1 !== preg_match(self::PATTERN, $text, $match, \PREG_UNMATCHED_AS_NULL, $offset)) {
                $rest = mb_scrub(substr($text, $offset));
                if ('"' === $rest[0]) {
                    throw new RulebookError(new Span($line, $column, max(1, mb_strlen($rest))), 'syntax', 'this text has no closing quote');
                }
                throw new RulebookError(new Span($line, $column, 1), 'syntax', Habits::ofCharacter(mb_substr($rest, 0, 1)));
            }
            $length = mb_strlen((string) $match[0]);
            foreach (self::TYPES as $group => $type) {
                if (null !== ($match[$group] ?? null)) {
                    $tokens[] = new Token($type, (string) $match[$group], new Span($line, $column, $length), $spaced);
                }
            }
            $comment = $match['comment'] ?? $comment;
            $spaced = null !== ($match['space'] ?? null);
            $offset += \strlen((string) $match[0]);
            $column += $length;
        }
        $tokens[] = new Token(TokenType::End, '', new Span($line, max(1, $column)), true);

        return new LexedLine($tokens, null === $comment ? null : rtrim($comment));
    }
}
