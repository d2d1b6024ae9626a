<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Message;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Midi\ValueRange;
use ZigzagPost\Core\Number\Interval;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Expression\ExpressionParser;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;

/**
 * `note KEY [velocity E]`.
 *
 * Without a velocity a note made from a note keeps its own, one made from another message takes its value, and a posted
 * one has 64.
 */
final readonly class NoteTemplate extends Template
{
    private const DEFAULT_VELOCITY = 64;

    public function __construct(Span $span, ?Expression $channel, private Expression $key, private ?Expression $velocity)
    {
        parent::__construct($span, $channel);
    }

    /** @throws RulebookError */
    public static function parse(Cursor $cursor, Span $span): self
    {
        $key = ExpressionParser::parse($cursor);
        $velocity = null !== $cursor->accept('velocity') ? ExpressionParser::parse($cursor) : null;

        return new self($span, TemplateParser::channel($cursor), $key, $velocity);
    }

    public function kind(): Kind
    {
        return Kind::Note;
    }

    public function literalNumber(): ?int
    {
        return self::literal($this->key);
    }

    protected function printFields(): string
    {
        return 'note '.$this->key->print().(null === $this->velocity ? '' : ' velocity '.$this->velocity->print());
    }

    protected function fields(): array
    {
        return null === $this->velocity ? [$this->key] : [$this->key, $this->velocity];
    }

    protected function emitFields(Writer $code, string $then, bool $post): ?Interval
    {
        self::number($code, '$mn', $this->key, new ValueRange(0, 127), false, 'key', $then);
        $isNote = Kind::Note === $code->kind();
        $least = $post || ($isNote && !$code->isRelease()) ? 1 : 0;
        if (null !== $this->velocity) {
            return self::number($code, '$mv', $this->velocity, new ValueRange($least, 127), true, 'velocity', $then);
        }
        if ($post || !$code->kind()->hasValue()) {
            $code->line('$mv = '.self::DEFAULT_VELOCITY.';');
        } else {
            $code->line('$mv = '.($isNote ? '$v' : '\max(0, \min($v, 127))').';');
        }

        return null;
    }
}
