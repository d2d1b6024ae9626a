<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Engine\RuleCode;
use ZigzagPost\Core\Rulebook\Cursor;
use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Expression\ExpressionParser;
use ZigzagPost\Core\Rulebook\Reference;
use ZigzagPost\Core\Rulebook\Span;
use ZigzagPost\Core\Rulebook\Token;
use ZigzagPost\Core\Rulebook\TokenType;

/**
 * Changes the scene: by its name, to the next or previous one, or by number. Where there is none it does nothing, counted.
 *
 *     go "Harbour"
 *     go next
 *     go value + 1
 */
final class GoStep extends Step
{
    private function __construct(Span $span, private readonly Token|Expression $where)
    {
        parent::__construct($span);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $token = $cursor->peek();
        if (TokenType::Text === $token->type) {
            $where = new Token(TokenType::Text, $cursor->text('the title of a scene'), $token->span, $token->spaced);
        } else {
            $where = $cursor->accept('next', 'previous') ?? ExpressionParser::parse($cursor);
        }
        $cursor->expectEnd($where instanceof Token ? '' : 'an operator');

        return new self($span, $where);
    }

    public function print(): string
    {
        if ($this->where instanceof Expression) {
            return 'go '.$this->where->print();
        }

        return TokenType::Text === $this->where->type ? "go \"{$this->where->text}\"" : "go {$this->where->text}";
    }

    public function compile(RuleCode $code): void
    {
        $position = match (true) {
            $this->where instanceof Expression => $code->code($this->where)->rounded().' - 1',
            TokenType::Text === $this->where->type => (string) array_search($this->where->text, $code->book()->declared(Reference::SCENE), true),
            'next' === $this->where->text => '$s->scene + 1',
            default => '$s->scene - 1',
        };
        $code->line("if (!Scenes::go(\$e, {$position}, \$t)) { {$code->rejection("'there is no such scene'", '')} }");
    }

    public function hasEffect(): bool
    {
        return true;
    }

    public function references(): array
    {
        return $this->where instanceof Token && TokenType::Text === $this->where->type ? [new Reference(Reference::SCENE, $this->where)] : [];
    }

    public function expressions(): array
    {
        return $this->where instanceof Expression ? [$this->where] : [];
    }

    /** Whether it can lead to any scene, rather than to the one it names. */
    public function leadsAnywhere(): bool
    {
        return [] === $this->references();
    }
}
