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
use ZigzagPost\Core\Rulebook\Text\Written;

/** `program E [bank E]`, `pressure E`, `bend E`, `position E` and `song E`. */
final readonly class ValueTemplate extends Template
{
    public const WORDS = ['program', 'pressure', 'bend', 'position', 'song'];

    public function __construct(Span $span, ?Expression $channel, private Kind $word, private Expression $value, public ?Expression $bank)
    {
        parent::__construct($span, $channel);
    }

    /** @throws RulebookError */
    public static function parse(Cursor $cursor, Span $span, Kind $word): self
    {
        $value = ExpressionParser::parse($cursor);
        $bank = Kind::Program === $word && null !== $cursor->accept('bank') ? ExpressionParser::parse($cursor) : null;

        return new self($span, $word->hasChannel() ? TemplateParser::channel($cursor) : null, $word, $value, $bank);
    }

    public function kind(): Kind
    {
        return $this->word;
    }

    public function writtenValue(): Written
    {
        return $this->value->written();
    }

    public function bytes(): int
    {
        return parent::bytes() + (null === $this->bank ? 0 : 2 * Kind::Cc->bytes());
    }

    protected function printFields(): string
    {
        return "{$this->word->value} {$this->value->print()}".(null === $this->bank ? '' : " bank {$this->bank->print()}");
    }

    protected function fields(): array
    {
        return null === $this->bank ? [$this->value] : [$this->value, $this->bank];
    }

    protected function emitFields(Writer $code, string $then, bool $post): Interval
    {
        $code->line('$mn = 0;');
        if (Kind::Program !== $this->word) {
            return self::number($code, '$mv', $this->value, $this->word->valueRange() ?? ValueRange::sevenBits(), true, $this->word->value, $then);
        }
        $first = $code->declared()->firstProgram();
        $range = self::number($code, '$mv', $this->value, new ValueRange($first, 127 + $first), false, 'program', $then);
        if (0 !== $first) {
            $code->line("\$mv -= {$first};");
        }
        if (null !== $this->bank) { // kept with the message as bank + 1; 0 is no bank
            self::number($code, '$mn', $this->bank, new ValueRange(0, 16383), false, 'bank', $then);
            $code->line('++$mn;');
        }

        return $range->shifted(-$first);
    }
}
