<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Expression\ExpressionParser;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;

/**
 * Changes a field of the message.
 *
 *     set key = key - 12 fold
 */
final class SetStep extends Step
{
    /** @param Span $written where the value stands, brackets and all */
    private function __construct(
        Span $span,
        private readonly Token $field,
        private readonly Expression $value,
        private readonly Span $written,
        private readonly bool $fold,
    ) {
        parent::__construct($span);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $field = FieldName::parse($cursor);
        $cursor->expect('=');
        $start = $cursor->peek()->span;
        $value = ExpressionParser::parse($cursor);
        $written = $start->to($cursor->behind());
        $fold = $cursor->accept('fold');
        if (null !== $fold && 'key' !== $field->text) {
            throw new RulebookError($fold->span, 'syntax', 'only a key can be folded by octaves');
        }
        $cursor->expectEnd('an operator', 'fold');

        return new self($span, $field, $value, $written, null !== $fold);
    }

    public function print(): string
    {
        return "set {$this->field->text} = {$this->value->print()}".($this->fold ? ' fold' : '');
    }

    public function facts(): array
    {
        return FieldName::facts($this->field);
    }

    public function compile(Writer $code): void
    {
        $rounded = $code->rounded($this->value);
        $code->fields()->assign($this->field->text, $rounded->php, $rounded->range, $this->field->span, $this->fold);
    }

    public function setsChannel(): bool
    {
        return 'channel' === $this->field->text;
    }

    /** The value, where it is written as a number. */
    public function constant(): ?float
    {
        return $this->value->written()->number;
    }

    public function setsNumber(): bool
    {
        return 'number' === $this->field->text;
    }

    public function written(): Span
    {
        return $this->written;
    }

    public function onRelease(): OnRelease
    {
        return OnRelease::Acts;
    }

    public function expressions(): array
    {
        return [$this->value];
    }
}
