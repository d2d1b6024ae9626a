<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Rulebook\Code\DoesWhat;
use ZigzagPost\Core\Rulebook\Code\Effect;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Expression\ExpressionParser;
use ZigzagPost\Core\Rulebook\Expression\Name;
use ZigzagPost\Core\Rulebook\Expression\Number;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;
use ZigzagPost\Core\Rulebook\Text\TokenType;

/**
 * Changes the scene: by its name, to the next or previous one, or by number; or the song of the set list, which begins with its first scene.
 * Where there is none it does nothing, counted.
 *
 *     go "Harbour"
 *     go next
 *     go value + 1
 *     go next song
 *     go song value + 1
 */
final class GoStep extends Step
{
    private function __construct(Span $span, private readonly Token|Expression $where, private readonly bool $isSong = false)
    {
        parent::__construct($span);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $token = $cursor->peek();
        $isSong = false;
        if (TokenType::Text === $token->type) {
            $where = new Token(TokenType::Text, $cursor->text('the title of a scene'), $token->span, $token->spaced);
        } else {
            if (TokenType::Scrap === $token->type) {
                throw RulebookError::instead($token->span, "the title of a scene stands in double quotes: \"{$token->text}\"", "\"{$token->text}\"");
            }
            $isSong =
                'song' === $token->text
                && !\in_array($cursor->peekAfter()->type, [TokenType::End, TokenType::Sign], true)
                && null !== $cursor->accept('song');
            $where = $isSong ? ExpressionParser::parse($cursor) : $cursor->accept('next', 'previous') ?? ExpressionParser::parse($cursor);
        }
        $isSong = $isSong || ($where instanceof Token && TokenType::Text !== $where->type && null !== $cursor->accept('song'));
        $cursor->expectEnd(...$where instanceof Token ? [] : ['an operator']);

        return new self($span, $where, $isSong);
    }

    public function print(): string
    {
        if ($this->where instanceof Expression) {
            return ($this->isSong ? 'go song ' : 'go ').$this->where->print();
        }

        return TokenType::Text === $this->where->type ? "go \"{$this->where->text}\"" : "go {$this->where->text}".($this->isSong ? ' song' : '');
    }

    public function effects(): array
    {
        return [new Effect(DoesWhat::Scene, null === $this->title() ? $this->described() : "scene {$this->title()->text}")];
    }

    public function facts(): array
    {
        return [Fact::HasEffect, Fact::ChangesScene, Fact::Quiets];
    }

    public function compile(Writer $code): void
    {
        if ($this->isSong) {
            $song =
                $this->where instanceof Expression
                    ? $code->code($this->where)->rounded().' - 1'
                    : '$s->song '.('next' === $this->where->text ? '+' : '-').' 1';
            $code->line("if (!Scenes::goToSong(\$e, {$song}, \$t)) { {$code->rejection("'there is no such song in the set list'", '')} }");

            return;
        }
        $position = match (true) {
            $this->where instanceof Expression => $code->code($this->where)->rounded().' - 1',
            TokenType::Text === $this->where->type => (string) $code->declared()->sceneAt($this->where),
            'next' === $this->where->text => '$s->scene + 1',
            default => '$s->scene - 1',
        };
        $code->line("if (!Scenes::go(\$e, {$position}, \$t)) { {$code->rejection("'there is no such scene'", '')} }");
    }

    public function references(): array
    {
        return $this->where instanceof Token && TokenType::Text === $this->where->type ? [new Reference(Reference::SCENE, $this->where)] : [];
    }

    public function expressions(): array
    {
        return $this->where instanceof Expression ? [$this->where] : [];
    }

    /** The title of the scene that it goes to, if it names one. */
    public function title(): ?Token
    {
        return $this->where instanceof Token && TokenType::Text === $this->where->type ? $this->where : null;
    }

    /** Whether it goes by the place of the control in its list. */
    public function isIndex(): bool
    {
        return !$this->isSong && $this->where instanceof Name && 'index' === $this->where->name;
    }

    /** Where it goes, as people say it, where that is no scene of a name. */
    public function described(): string
    {
        return $this->isSong && $this->where instanceof Token ? "{$this->where->text} song" : $this->print();
    }

    /** The number it goes to, where that is written as a number. */
    public function constant(): ?int
    {
        return $this->where instanceof Number && 1 === $this->where->denominator ? $this->where->numerator : null;
    }

    /**
     * Positions of the scenes that it can lead to from one.
     *
     * @param array<string, int> $positions by title
     *
     * @return list<int>
     */
    public function leadsTo(int $at, int $count, array $positions): array
    {
        if ($this->isSong) {
            return range(0, max(0, $count - 1)); // which, the set list says
        }
        if ($this->where instanceof Expression) {
            $number = $this->constant();
            $leads = null === $number ? range(0, $count - 1) : [$number - 1];
        } else {
            $leads = match (true) {
                TokenType::Text === $this->where->type => [$positions[$this->where->text] ?? -1],
                'next' === $this->where->text => [$at + 1],
                default => [$at - 1],
            };
        }

        return array_values(array_filter($leads, static fn (int $position): bool => $position >= 0 && $position < $count));
    }
}
