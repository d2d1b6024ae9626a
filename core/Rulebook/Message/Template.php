<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Message;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Midi\ValueRange;
use ZigzagPost\Core\Number\Interval;
use ZigzagPost\Core\Rulebook\Code\CompileFindingKind;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Expression\Name;
use ZigzagPost\Core\Rulebook\Expression\Number;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Written;

/** A message written in a rulebook, with expressions where numbers can stand; used by `become` and `post`. */
abstract readonly class Template
{
    public function __construct(public Span $span, public ?Expression $channel)
    {
    }

    /** Names of values in expressions. */
    private const VALUES = ['value', 'bend', 'pressure', 'velocity'];

    abstract public function kind(): Kind;

    /** How many bytes it has at most. */
    public function bytes(): int
    {
        return $this->kind()->bytes();
    }

    /** Whether it is a channel mode message written as a controller. */
    public function isMode(): bool
    {
        return false;
    }

    /**
     * Writes code that puts number and value into `$mn` and `$mv` (system exclusive: bytes into `$mraw`).
     *
     * @param string $then code that gives up, when a number falls out of range
     * @param bool $post whether the message is new, rather than made from the one at hand
     *
     * @return Interval|null the range of the value, where that is known
     */
    abstract protected function emitFields(Writer $code, string $then, bool $post): ?Interval;

    abstract protected function printFields(): string;

    /** @return list<Expression> */
    abstract protected function fields(): array;

    /** The channel, where it is written as a number; null where it is computed or not written. */
    public function literalChannel(): ?int
    {
        return self::literal($this->channel);
    }

    /** The controller, key or parameter, where it is written as a number; null where it is computed or the kind has none. */
    public function literalNumber(): ?int
    {
        return null;
    }

    /** What stands for its value or program, where it has one. */
    public function writtenValue(): ?Written
    {
        return null;
    }

    final protected static function literal(?Expression $expression): ?int
    {
        return $expression instanceof Number && 1 === $expression->denominator ? $expression->numerator : null;
    }

    public function print(): string
    {
        return $this->printFields().(null === $this->channel ? '' : ' channel '.$this->channel->print());
    }

    /**
     * Writes code that puts channel, number and value into `$mch`, `$mn` and `$mv`.
     *
     * @return Interval|null the range of the value, where that is known
     */
    public function emit(Writer $code, string $then, bool $post): ?Interval
    {
        $range = $this->emitFields($code, $then, $post);
        if (!$this->kind()->hasChannel()) {
            $code->line('$mch = 0;');
        } elseif (null !== $this->channel) {
            self::number($code, '$mch', $this->channel, new ValueRange(1, 16), false, 'channel', $then);
        } else {
            $code->line('$mch = '.($post || !$code->kind()->hasChannel() ? '1' : '$ch').';');
        }

        return $range;
    }

    /** @return list<Expression> */
    public function expressions(): array
    {
        return null === $this->channel ? $this->fields() : [...$this->fields(), $this->channel];
    }

    /**
     * Notes a value that is taken over as it is, although the two messages have ranges of different size.
     */
    private static function lookForScale(Writer $code, Expression $expression, Interval $from, ValueRange $to): void
    {
        if (!$expression instanceof Name || !\in_array($expression->name, self::VALUES, true) || $code->around()->isBelow(Fact::Scales)) {
            return;
        }
        [$is, $becomes] = [$from->high - $from->low, $to->high - $to->low];
        if (($is > 1000 && $becomes < 200) || ($becomes > 1000 && $is < 200 && $is > 100)) {
            $code->finds(CompileFindingKind::Unscaled, $expression->name, $expression->span);
        }
    }

    /**
     * Code for one number of the message: beyond its limits it is clamped, or the message given up.
     *
     * @return Interval what it can be then
     */
    protected static function number(
        Writer $code,
        string $variable,
        Expression $expression,
        ValueRange $limits,
        bool $clamps,
        string $name,
        string $then,
    ): Interval {
        $rounded = $code->rounded($expression);
        [$low, $high] = [$rounded->range->low, $rounded->range->high];
        [$least, $most] = [$limits->low, $limits->high];
        if ('$mv' === $variable) {
            self::lookForScale($code, $expression, $rounded->range, $limits);
        }
        $code->line("{$variable} = {$rounded->php};");
        $range = new Interval(max($low, $least), min($high, $most));
        if ($low >= $least && $high <= $most) {
            return $range;
        }
        if ($high < $least || $low > $most) {
            $code->finds(CompileFindingKind::AlwaysOutside, $name, $expression->span);
        }
        $code->line($clamps
            ? "if ({$variable} < {$least}) { {$variable} = {$least}; } elseif ({$variable} > {$most}) { {$variable} = {$most}; }"
            : "if ({$variable} < {$least} || {$variable} > {$most}) { {$code->rejection(var_export("{$name} out of range", true), $then)} }");

        return $range;
    }
}
