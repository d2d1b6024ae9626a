<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Rulebook\Code\Target;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Expression\ExpressionParser;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Literal;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;
use ZigzagPost\Core\Rulebook\Text\TokenType;
use ZigzagPost\Core\Rulebook\Text\Written;

/** Where `turn … to` goes: a raw value, per cent of the range, a named value, or the other of two. */
final readonly class Aim
{
    private function __construct(private Expression|Token|null $value, private bool $isPercent, private ?TwoValues $of)
    {
    }

    /** @throws RulebookError */
    public static function parse(Cursor $cursor): self
    {
        if (null !== $cursor->accept('other')) {
            if (null === $cursor->accept('of')) {
                return new self(null, false, null);
            }
            $first = self::one($cursor);
            $cursor->expect(',');

            return new self(null, false, new TwoValues($first, self::one($cursor)));
        }
        $token = $cursor->peek();
        if (TokenType::Text === $token->type) {
            return new self($cursor->title('a value'), false, null);
        }
        $value = ExpressionParser::parse($cursor);

        return new self($value, null !== $cursor->accept('percent'), null);
    }

    public function print(): string
    {
        if (null === $this->value) {
            return 'other'.
                (null === $this->of ? '' : ' of '.self::words($this->of->first).', '.self::words($this->of->second));
        }

        return $this->value instanceof Token ? "\"{$this->value->text}\"" : $this->value->print().($this->isPercent ? ' percent' : '');
    }

    private static function words(Token|Literal $one): string
    {
        return $one instanceof Token ? "\"{$one->text}\"" : $one->text;
    }

    public function isOther(): bool
    {
        return null === $this->value;
    }

    /** The raw value or percent, where it goes to one that is no name. */
    public function written(): ?Written
    {
        return $this->value instanceof Expression ? $this->value->written() : null;
    }

    public function isPercent(): bool
    {
        return $this->isPercent;
    }

    /** @return list<Expression> */
    public function expressions(): array
    {
        return $this->value instanceof Expression ? [$this->value] : [];
    }

    /** @throws RulebookError when the parameter has no such value */
    public function check(Target $target): void
    {
        $this->value($target);
        if (null === $this->value) {
            $this->alternatives($target);
        }
    }

    /**
     * The raw value, as a number or an expression clamped to the range; null for the other of two.
     *
     * @throws RulebookError
     */
    public function value(Target $target): ?string
    {
        if ($this->value instanceof Token) {
            return (string) self::named($target, $this->value);
        }
        if (null === $this->value) {
            return null;
        }
        $value = $this->value->print();
        [$low, $high] = [$target->low, $target->high];
        if (!$this->isPercent) {
            return "clamp({$value}, {$low}, {$high})";
        }
        if (null === $target->centre) {
            return 'clamp('.(0 === $low ? '' : "{$low} + ")."({$value}) * ".($high - $low)." / 100, {$low}, {$high})";
        }
        $centre = $target->centre;

        return "clamp({$centre} + max({$value}, 0) * ".
            ($high - $centre).
            " / 100 + min({$value}, 0) * ".
            ($centre - $low).
            " / 100, {$low}, {$high})";
    }

    /**
     * Writes code that sends the one of two values at which the parameter does not stand.
     *
     * @throws RulebookError
     */
    public function alternate(Writer $code, Target $target, Span $span): void
    {
        $alternatives = $this->alternatives($target);
        if (!$code->kind()->hasValue()) {
            $code->reject('the message has no value');

            return;
        }
        $port = $code->declared()->portAt(new Token(TokenType::Word, $target->port, $span, true));
        $code->line('if ('.('note' === $code->kind()->value ? 'true' : '$v >= 64').') {');
        $code->sender()->other($span->line, $port, $target->kind, $target->channel ?? 0, $target->number ?? 0, $alternatives->first, $alternatives->second);
        $code->line('}');
    }

    /**
     * @throws RulebookError
     */
    public function alternatives(Target $target): Alternatives
    {
        if (null !== $this->of) {
            return new Alternatives(self::of($target, $this->of->first), self::of($target, $this->of->second));
        }
        $named = array_values($target->named);

        return 2 === \count($named) ? new Alternatives($named[0]->sent, $named[1]->sent) : new Alternatives($target->low, $target->high);
    }

    /** @throws RulebookError */
    private static function of(Target $target, Token|Literal $one): int
    {
        return $one instanceof Token ? self::named($target, $one) : max($target->low, min($target->high, $one->value));
    }

    /** @throws RulebookError */
    private static function named(Target $target, Token $title): int
    {
        $key = mb_strtolower(trim((string) preg_replace('/\s+/u', ' ', $title->text)));

        return ($target->named[$key] ?? null)->sent ??
            throw new RulebookError(
                $title->span,
                'unknown-value',
                "\"{$target->title}\" of {$target->device} has no value \"{$title->text}\"".
                    ([] === $target->named ? '; the chart names none' : '; it has '.implode(', ', array_keys($target->named))),
            );
    }

    /** @throws RulebookError */
    private static function one(Cursor $cursor): Token|Literal
    {
        $token = $cursor->peek();

        return TokenType::Text === $token->type ? $cursor->title('a value') : $cursor->integer('a value', -8192, 16383);
    }
}
