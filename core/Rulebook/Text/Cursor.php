<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Text;

use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Midi\KeyName;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Midi\MiddleC;

/** Reads the tokens of one line from left to right; owns the position and says what was expected. */
final class Cursor
{
    private const LARGEST = 2_000_000_000;
    /** Entries of a list. */
    private const LONGEST_LIST = 1000;
    private const MOST_TITLES = 100;

    private int $at = 0;

    /** @param list<Token> $tokens */
    public function __construct(private readonly array $tokens, public readonly MiddleC $middle)
    {
    }

    public function peek(): Token
    {
        return $this->tokens[$this->at];
    }

    public function peekAfter(): Token
    {
        return $this->tokens[min($this->at + 1, \count($this->tokens) - 1)];
    }

    public function next(): Token
    {
        $token = $this->tokens[$this->at];
        if (TokenType::End !== $token->type) {
            ++$this->at;
        }

        return $token;
    }

    /** Where the token before the present one stands. */
    public function behind(): Span
    {
        return $this->tokens[max(0, $this->at - 1)]->span;
    }

    public function atEnd(): bool
    {
        return TokenType::End === $this->peek()->type;
    }

    public function accept(string ...$texts): ?Token
    {
        return $this->peek()->is(...$texts) ? $this->next() : null;
    }

    /** @throws RulebookError */
    public function expect(string ...$texts): Token
    {
        return $this->accept(...$texts) ?? throw RulebookError::expected($this->peek(), array_values($texts));
    }

    /** @throws RulebookError when something stands behind the statement */
    public function expectEnd(string ...$instead): void
    {
        if (!$this->atEnd()) {
            $this->refuseHabits();
            throw RulebookError::expected($this->peek(), [...array_values($instead), 'the end of the line']);
        }
    }

    /** @throws RulebookError when what stands here is another language's way of writing */
    private function refuseHabits(): void
    {
        [$found, $next] = [$this->peek(), $this->peekAfter()];
        $before = $this->tokens[$this->at - 1] ?? $found;
        if ($found->is('/') && $next->is('/')) {
            throw RulebookError::instead($found->span->to($next->span), 'a comment begins with #', '#');
        }
        if ($found->is(',') && TokenType::Number === $before->type && TokenType::Number === $next->type && !$found->spaced && !$next->spaced) {
            throw RulebookError::instead(
                $before->span->to($next->span),
                "a decimal has a point: {$before->text}.{$next->text}",
                "{$before->text}.{$next->text}",
            );
        }
        if ($found->is(',') && TokenType::Word === $next->type && null !== Kind::tryFrom($next->text)) {
            throw RulebookError::instead(
                $found->span,
                "conditions stand behind all the kinds; write \"{$next->text}\" before them, or in a line of its own",
            );
        }
    }

    /** @throws RulebookError */
    public function name(string $what): Token
    {
        if (TokenType::Word !== $this->peek()->type) {
            throw RulebookError::expected($this->peek(), [$what]);
        }

        return $this->next();
    }

    /**
     * @return list<Token> one or more names with commas between them
     *
     * @throws RulebookError
     */
    public function names(string $what): array
    {
        $names = [$this->name($what)];
        while (null !== $this->accept(',')) {
            $names[] = $this->name($what);
            if (\count($names) > self::LONGEST_LIST) {
                throw new RulebookError($this->peek()->span, 'too-large', 'a list has at most 1000 entries');
            }
        }

        return $names;
    }

    /**
     * Text in double quotes, without them.
     *
     * @throws RulebookError
     */
    public function text(string $what): string
    {
        if (TokenType::Text !== $this->peek()->type) {
            throw RulebookError::expected($this->peek(), [$what.' in double quotes']);
        }

        return substr($this->next()->text, 1, -1);
    }

    /**
     * Text in double quotes, as a token without them.
     *
     * @throws RulebookError
     */
    public function title(string $what): Token
    {
        $token = $this->peek();

        return new Token(TokenType::Text, $this->text($what), $token->span, $token->spaced);
    }

    /**
     * Titles and ranges of titles, `"Switch 1".."Switch 4", "Pedal"`.
     *
     * @return list<TitleRange>
     *
     * @throws RulebookError
     */
    public function titles(string $what): array
    {
        $titles = [];
        do {
            $titles[] = new TitleRange($this->title($what), null === $this->accept('..') ? null : $this->title($what));
            if (\count($titles) > self::MOST_TITLES) {
                throw new RulebookError(
                    $this->peek()->span,
                    'too-large',
                    'a line names at most 100 titles; write ranges such as "Switch 1".."Switch 4"',
                );
            }
        } while (null !== $this->accept(','));

        return $titles;
    }

    /** @param list<TitleRange> $titles */
    public static function printTitles(array $titles): string
    {
        return implode(', ', array_map(static fn (TitleRange $title): string => $title->print(), $titles));
    }

    /**
     * A duration in microseconds.
     *
     * @throws RulebookError
     */
    public function duration(): Duration
    {
        $token = $this->peek();
        if (TokenType::Duration !== $token->type) {
            throw RulebookError::expected($token, ['a duration such as 20ms or 1.5s']);
        }
        $this->next();
        $unit = str_ends_with($token->text, 'ms') ? 1000 : 1_000_000;
        $us = (int) round((float) $token->text * $unit);
        if ($us < 1 || $us > 3_600_000_000) {
            throw new RulebookError($token->span, 'out-of-range', 'a duration lies between 0.001ms and 3600s');
        }

        return new Duration($us, $token->text);
    }

    public function atNumber(): bool
    {
        $token = $this->peek();

        return TokenType::Number === $token->type
            || TokenType::KeyName === $token->type
            || ($token->is('-') && TokenType::Number === $this->peekAfter()->type);
    }

    /**
     * A whole number or key name, with an optional minus sign.
     *
     * @throws RulebookError
     */
    public function integer(string $what, int $lowest, int $highest): Literal
    {
        $start = $this->peek();
        if (!$this->atNumber()) {
            throw $this->noNumber($start, $what);
        }
        $sign = null !== $this->accept('-') ? '-' : '';
        $token = $this->next();
        $text = $sign.$token->text;
        $span = $start->span->to($token->span);
        if (TokenType::KeyName === $token->type) {
            return new Literal($this->key($token), $text, $span);
        }
        if (str_contains($token->text, '.')) {
            throw new RulebookError($span, 'syntax', "{$what} is a whole number");
        }
        $value = self::whole($token) * ('' === $sign ? 1 : -1);
        if ($value < $lowest || $value > $highest) {
            throw new RulebookError($span, 'out-of-range', "{$what} lies between {$lowest} and {$highest}, not {$text}");
        }

        return new Literal($value, $text, $span);
    }

    /** Why something is no number, and what to write instead. */
    private function noNumber(Token $found, string $what): RulebookError
    {
        if ($found->is('<', '>', '<=', '>=', '=', '!=')) {
            return RulebookError::instead(
                $found->span,
                'a comparison stands behind "where", such as "where value > 63"; a list of numbers is written 64..127 or 1,3,5',
            );
        }
        if (1 === preg_match('/^([a-g])([#b]?-?\d{1,2})$/D', $found->text, $key)) {
            $name = strtoupper($key[1]).$key[2];

            return RulebookError::instead($found->span, "key names begin with a capital letter: {$name}", $name);
        }

        return RulebookError::expected($found, [$what]);
    }

    /** @throws RulebookError when a range is written with a hyphen */
    private function refuseHyphen(Literal $from): void
    {
        $hyphen = $this->peek();
        if (!$hyphen->is('-')) {
            return;
        }
        $to = $this->peekAfter();
        $isRange = TokenType::Number === $to->type || TokenType::KeyName === $to->type;
        throw $isRange
            ? RulebookError::instead(
                $from->span->to($to->span),
                "a range is written with two points: {$from->text}..{$to->text}",
                "{$from->text}..{$to->text}",
            )
            : RulebookError::expected($hyphen, ['".."']);
    }

    /**
     * A parameter number, `1027` or `8:3`.
     *
     * @throws RulebookError
     */
    public function parameter(string $what): Literal
    {
        $first = $this->integer($what, 0, 16383);
        if (null === $this->accept(':')) {
            return $first;
        }
        $second = $this->integer('the LSB', 0, 127);
        if ($first->value > 127) {
            throw new RulebookError($first->span, 'out-of-range', "the MSB lies between 0 and 127, not {$first->text}");
        }

        return new Literal(($first->value << 7) | $second->value, $first->text.':'.$second->text, $first->span->to($second->span));
    }

    /**
     * A list of numbers and ranges, `1,3,5..8`. Stops before a comma that no number follows.
     *
     * @throws RulebookError
     */
    public function numberList(string $what, int $lowest, int $highest, bool $parameters = false): NumberList
    {
        $ranges = [];
        do {
            $from = $parameters ? $this->parameter($what) : $this->integer($what, $lowest, $highest);
            $to = $from;
            $this->refuseHyphen($from);
            if (null !== $this->accept('..')) {
                $to = $parameters ? $this->parameter($what) : $this->integer($what, $lowest, $highest);
            }
            $ranges[] = new LiteralRange($from, $to);
            if (\count($ranges) > self::LONGEST_LIST) {
                throw new RulebookError($from->span, 'too-large', 'a list has at most 1000 entries; write ranges such as 1..8');
            }
            $more =
                $this->peek()->is(',')
                && (TokenType::Number === $this->peekAfter()->type || TokenType::KeyName === $this->peekAfter()->type || $this->peekAfter()->is('-'));
            if ($more) {
                $this->next();
            }
        } while ($more);

        return new NumberList($ranges);
    }

    /** Two letters or digits that stand together, as hexadecimal; null when what comes is something else. */
    public function hexByte(): ?int
    {
        $text = '';
        $from = $this->at;
        do {
            $text .= $this->next()->text;
        } while (!$this->peek()->spaced && !$this->atEnd() && TokenType::Sign !== $this->peek()->type);
        if (1 !== preg_match('/^[0-9A-Fa-f]{2}$/D', $text)) {
            $this->at = $from;

            return null;
        }

        return (int) hexdec($text);
    }

    /** @throws RulebookError */
    public function key(Token $token): int
    {
        return KeyName::parse($token->text, $this->middle) ??
            throw new RulebookError(
                $token->span,
                'out-of-range',
                \sprintf('there is no key %s; keys go from %s to %s', $token->text, KeyName::of(0, $this->middle), KeyName::of(127, $this->middle)),
            );
    }

    /**
     * The value of a number token, decimal or hexadecimal.
     *
     * @throws RulebookError
     */
    public static function whole(Token $token): int
    {
        $hex = str_starts_with($token->text, '0x');
        $digits = ltrim($hex ? substr($token->text, 2) : $token->text, '0');
        $value = \strlen($digits) > 10 ? self::LARGEST + 1 : ($hex ? (int) hexdec($digits) : (int) $digits);
        if ($value > self::LARGEST) {
            throw new RulebookError($token->span, 'out-of-range', 'this number is too large');
        }

        return $value;
    }
}
