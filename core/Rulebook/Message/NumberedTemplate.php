<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Message;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Midi\ValueRange;
use ZigzagPost\Core\Number\Interval;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Expression\ExpressionParser;
use ZigzagPost\Core\Rulebook\Expression\Number;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Written;

/** `cc N value E`, `cc14 N value E`, `nrpn N value E`, `rpn N value E` and `polypressure KEY value E`. */
final readonly class NumberedTemplate extends Template
{
    public const WORDS = ['cc', 'cc14', 'nrpn', 'rpn', 'polypressure'];

    public function __construct(Span $span, ?Expression $channel, private Kind $word, private Expression $number, private Expression $value)
    {
        parent::__construct($span, $channel);
    }

    /** @throws RulebookError */
    public static function parse(Cursor $cursor, Span $span, Kind $word): self
    {
        $isParameter = Kind::Nrpn === $word || Kind::Rpn === $word;
        if ($isParameter && $cursor->peekAfter()->is(':')) {
            $literal = $cursor->parameter('a parameter number');
            $number = new Number($literal->value, 1, $literal->text, $literal->span);
        } else {
            $number = ExpressionParser::parse($cursor);
        }
        $cursor->expect('value');
        $value = ExpressionParser::parse($cursor);

        return new self($span, TemplateParser::channel($cursor), $word, $number, $value);
    }

    public function kind(): Kind
    {
        return $this->isMode() ? Kind::Mode : $this->word;
    }

    /** Whether it is written as a controller, but its number makes it a channel mode message. */
    public function isMode(): bool
    {
        return Kind::Cc === $this->word && $this->number instanceof Number && $this->number->numerator >= Kind::FIRST_MODE_NUMBER;
    }

    public function literalNumber(): ?int
    {
        return self::literal($this->number);
    }

    public function writtenValue(): Written
    {
        return $this->value->written();
    }

    protected function printFields(): string
    {
        return "{$this->word->value} {$this->number->print()} value {$this->value->print()}";
    }

    protected function fields(): array
    {
        return [$this->number, $this->value];
    }

    protected function emitFields(Writer $code, string $then, bool $post): Interval
    {
        $limits = match ($this->word) {
            Kind::Cc14 => new ValueRange(0, 31),
            Kind::Nrpn, Kind::Rpn => new ValueRange(0, 16383),
            default => ValueRange::sevenBits(),
        };
        self::number($code, '$mn', $this->number, $limits, false, Kind::PolyPressure === $this->word ? 'key' : 'number', $then);

        return self::number($code, '$mv', $this->value, $this->word->valueRange() ?? ValueRange::sevenBits(), true, 'value', $then);
    }
}
