<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Number\Exact;
use ZigzagPost\Core\Number\Interval;
use ZigzagPost\Core\Number\Rejected;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Declaration\Curve;
use ZigzagPost\Core\Rulebook\Expression\Name;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\LiteralRange;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;

/**
 * Scales one range onto another, straight or along a curve; what lies outside counts as the nearer end.
 *
 *     scale value 3..124 to 0..127 curve soft
 */
final class ScaleStep extends Step
{
    /** Ranges up to this size become a lookup table, wider ones a formula. */
    private const LARGEST_TABLE = 256;

    private function __construct(
        Span $span,
        private readonly Token $field,
        private readonly LiteralRange $from,
        private readonly LiteralRange $to,
        private readonly ?Token $curve,
    ) {
        parent::__construct($span);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $field = FieldName::parse($cursor);
        $from = self::range($cursor);
        if ($from->from->value === $from->to->value) {
            throw new RulebookError($from->from->span->to($from->to->span), 'empty-range', 'a range to scale from needs two different ends');
        }
        $cursor->expect('to');
        $to = self::range($cursor);
        $curve = null !== $cursor->accept('curve') ? $cursor->name('a curve name') : null;
        $cursor->expectEnd('curve');

        return new self($span, $field, $from, $to, $curve);
    }

    public function print(): string
    {
        return $this->printFrom($this->from->from->text, $this->from->to->text);
    }

    /** Whether it scales the value of the message, rather than another field. */
    public function isOfValue(): bool
    {
        return 'value' === $this->field->text;
    }

    /** The step with other ends of the range that it scales from, as it is written. */
    public function printFrom(int|string $first, int|string $last): string
    {
        return "scale {$this->field->text} {$first}..{$last} to {$this->to->from->text}..{$this->to->to->text}".
            (null === $this->curve ? '' : " curve {$this->curve->text}");
    }

    public function facts(): array
    {
        return [...FieldName::facts($this->field), Fact::Scales];
    }

    /** @throws Rejected */
    public function compile(Writer $code): void
    {
        $name = new Name($this->field->text, $this->field->span);
        [$a, $b] = [$this->from->from->value, $this->from->to->value];
        [$c, $d] = [$this->to->from->value, $this->to->to->value];
        [$low, $high] = [min($a, $b), max($a, $b)];
        $x = $code->temporary();
        $code->line("{$x} = {$code->scope()->read($name)};");
        $range = $code->scope()->rangeOf($name);
        if ($range->low < $low || $range->high > $high) {
            $code->line("if ({$x} < {$low}) { {$x} = {$low}; } elseif ({$x} > {$high}) { {$x} = {$high}; }");
        }
        $curve = null === $this->curve ? null : $code->declared()->curve($this->curve);
        if (null !== $curve || $high - $low <= self::LARGEST_TABLE) {
            $table = $code->constant($this->table($curve, $low, $high));
            $php = "{$table}[{$x}".(0 === $low ? '' : ' - '.self::number($low)).']';
        } else {
            $span = $b - $a;
            $sign = $span < 0 ? -1 : 1;
            $php =
                'Exact::round('.
                self::number($sign * $c * $span).
                " + ({$x} - ".
                self::number($a).
                ') * '.
                self::number($sign * ($d - $c)).
                ', '.
                abs($span).
                ')';
        }
        $code->fields()->assign($this->field->text, $php, new Interval(min($c, $d), max($c, $d)), $this->field->span);
    }

    public function onRelease(): OnRelease
    {
        return OnRelease::Acts;
    }

    public function references(): array
    {
        return null === $this->curve ? [] : [new Reference(Reference::CURVE, $this->curve)];
    }

    /**
     * @return array<int, int> results for each whole number from lowest to highest
     *
     * @throws Rejected
     */
    private function table(?Curve $curve, int $low, int $high): array
    {
        [$a, $b, $c, $d] = [$this->from->from->value, $this->from->to->value, $this->to->from->value, $this->to->to->value];
        $table = [];
        for ($x = $low; $x <= $high; ++$x) {
            $table[] =
                null !== $curve
                    ? $curve->scaled(abs($x - $a), abs($b - $a), $c, $d)
                    : Exact::round($c * abs($b - $a) + abs($x - $a) * ($d - $c), abs($b - $a));
        }

        return $table;
    }

    /**
     * @throws RulebookError
     */
    private static function range(Cursor $cursor): LiteralRange
    {
        $from = $cursor->integer('a number', -8192, 16383);
        $cursor->expect('..');

        return new LiteralRange($from, $cursor->integer('a number', -8192, 16383));
    }

    private static function number(int $number): string
    {
        return $number < 0 ? "({$number})" : (string) $number;
    }
}
