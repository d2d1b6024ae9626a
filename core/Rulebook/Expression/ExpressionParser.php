<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Expression;

use ZigzagPost\Core\Midi\KeyName;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Token;
use ZigzagPost\Core\Rulebook\Text\TokenType;

/** Reads expressions; stops before the first token that cannot belong to one. */
final class ExpressionParser
{
    private const DEEPEST = 60;
    private const UNARY_MINUS = 7;
    private const NOT = 3;

    /** @throws RulebookError */
    public static function parse(Cursor $cursor): Expression
    {
        return self::binary($cursor, 1, 0);
    }

    /** @throws RulebookError */
    private static function binary(Cursor $cursor, int $binding, int $depth): Expression
    {
        if ($depth > self::DEEPEST) {
            throw new RulebookError($cursor->peek()->span, 'syntax', 'this expression is nested too deeply; use a memory for a part of it');
        }
        $left = self::operand($cursor, $binding, $depth);
        $length = 0;
        while (($own = Binary::BINDING[self::operator($cursor->peek())] ?? 0) >= $binding) {
            if (++$length > 200) {
                throw new RulebookError($cursor->peek()->span, 'syntax', 'this expression is too long; use a memory for a part of it');
            }
            $operator = $cursor->next()->text;
            $left = new Binary($operator, $left, self::binary($cursor, $own + 1, $depth + 1));
        }

        return $left;
    }

    private static function operator(Token $token): string
    {
        return TokenType::Sign === $token->type || $token->is('and', 'or') ? $token->text : '';
    }

    /** @throws RulebookError */
    private static function operand(Cursor $cursor, int $binding, int $depth): Expression
    {
        $token = $cursor->next();
        if ($token->is('not') && $binding <= self::NOT) {
            return self::unary($cursor, $token, self::NOT, $depth);
        }
        if ($token->is('-')) {
            return self::unary($cursor, $token, self::UNARY_MINUS, $depth);
        }
        if ($token->is('(')) {
            $inner = self::binary($cursor, 1, $depth + 1);
            $cursor->expect(')');

            return $inner;
        }
        if (TokenType::Number === $token->type || TokenType::KeyName === $token->type) {
            return self::number($cursor, $token);
        }
        if (TokenType::Word === $token->type && isset(Call::FUNCTIONS[$token->text]) && $cursor->peek()->is('(')) {
            return self::call($cursor, $token, $depth);
        }
        if (TokenType::Word === $token->type && !$token->is('and', 'or', 'not') && null !== $cursor->accept('(')) {
            $argument = self::binary($cursor, 1, $depth + 1);

            return new Lookup($token, $argument, $token->span->to($cursor->expect(')')->span));
        }
        if (
            TokenType::Word === $token->type
            && 1 === preg_match('/^[a-g]-?\d{1,2}$/D', $token->text)
            && null !== KeyName::parse(ucfirst($token->text))
        ) {
            throw RulebookError::instead($token->span, 'key names begin with a capital letter: '.ucfirst($token->text), ucfirst($token->text));
        }
        if (TokenType::Word === $token->type && !$token->is('and', 'or', 'not')) {
            return new Name($token->text, $token->span);
        }
        if ($token->is('=')) {
            throw RulebookError::instead($token->span, 'equal is written with a single =');
        }
        if ($token->is('/')) {
            throw RulebookError::instead($token->span, 'a comment begins with #; a division has a value on either side');
        }
        throw RulebookError::expected($token, ['a number', 'a field', 'a memory', '"("']);
    }

    /** @throws RulebookError */
    private static function unary(Cursor $cursor, Token $operator, int $binding, int $depth): Unary
    {
        $operand = self::binary($cursor, $binding, $depth + 1);

        return new Unary($operator->text, $operand, $operator->span->to($cursor->behind()));
    }

    /** @throws RulebookError */
    private static function number(Cursor $cursor, Token $token): Number
    {
        if (TokenType::KeyName === $token->type) {
            return new Number($cursor->key($token), 1, $token->text, $token->span);
        }
        if (!str_contains($token->text, '.')) {
            return new Number(Cursor::whole($token), 1, $token->text, $token->span);
        }
        [$whole, $decimals] = explode('.', $token->text);
        if (\strlen($whole) > 9 || \strlen($decimals) > 6) {
            throw new RulebookError($token->span, 'out-of-range', 'at most nine digits before and six behind the point');
        }

        return new Number((int) ($whole.$decimals), 10 ** \strlen($decimals), $token->text, $token->span);
    }

    /** @throws RulebookError */
    private static function call(Cursor $cursor, Token $name, int $depth): Call
    {
        [$fewest, $most] = Call::FUNCTIONS[$name->text];
        $cursor->expect('(');
        $arguments = [];
        do {
            $arguments[] = self::binary($cursor, 1, $depth + 1);
        } while (null !== $cursor->accept(','));
        $end = $cursor->expect(')', ',');
        if (\count($arguments) < $fewest || \count($arguments) > $most) {
            throw new RulebookError(
                $name->span->to($end->span),
                'syntax',
                \sprintf('%s() takes %s', $name->text, $fewest === $most ? "{$fewest} values, not ".\count($arguments) : 'one value or more'),
            );
        }

        return new Call($name->text, $arguments, $name->span->to($end->span));
    }
}
