<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Compile;

use ZigzagPost\Core\Number\Interval;
use ZigzagPost\Core\Rulebook\Code\CompileFindingKind;
use ZigzagPost\Core\Rulebook\Code\Field;
use ZigzagPost\Core\Rulebook\Code\Fields;
use ZigzagPost\Core\Rulebook\Text\Span;

/** PHP code that changes the fields of the message at hand. */
final class FieldCode implements Fields
{
    /** @var array<string, Interval> what is known of the ranges of `$ch`, `$n` and `$v` */
    private array $ranges = [];

    public function __construct(private readonly RuleCode $code)
    {
    }

    public function of(string $name): ?Field
    {
        return Field::of($name, $this->code->kind, $this->code->entry->isRelease && !$this->code->noteSends, $this->code->book()->programsFrom);
    }

    public function assign(string $name, string $php, Interval $range, Span $span, bool $fold = false): void
    {
        $field = $this->of($name);
        if (null === $field) {
            $this->code->finds(CompileFindingKind::Missing, $name, $span);
            $this->code->reject("the message has no {$name}");

            return;
        }
        if ($field->readOnly) {
            $this->code->reject("the {$name} of this message cannot be set");

            return;
        }
        $variable = $field->variable;
        $this->code->line("{$variable} = ".(0 === $field->shift ? $php : "{$php} - {$field->shift}").';');
        [$low, $high] = [$range->low - $field->shift, $range->high - $field->shift];
        if ($high < $field->lowest || $low > $field->highest) {
            $this->code->finds(CompileFindingKind::AlwaysOutside, $name, $span);
        } elseif (
            'key' === $name
            && !$fold
            && isset($this->ranges[$variable])
            && is_finite($low)
            && is_finite($high)
            && ($low < $field->lowest || $high > $field->highest)
        ) {
            $this->code->finds(CompileFindingKind::OffTheKeyboard, $name, $span);
        }
        if ($low < $field->lowest || $high > $field->highest) {
            $this->confine($field, $fold, $name);
        }
        $this->ranges[$variable] = new Interval(max($low, $field->lowest), min($high, $field->highest));
        if ($this->ranges[$variable]->low > $this->ranges[$variable]->high || $fold) {
            unset($this->ranges[$variable]);
        }
    }

    public function valueRange(): Interval
    {
        return $this->ranges['$v'] ?? new Interval($this->code->kind->valueRange()->low ?? 0, $this->code->kind->valueRange()->high ?? 0);
    }

    public function narrow(string $variable, int $low, int $high): void
    {
        $this->ranges[$variable] = new Interval($low, $high);
    }

    public function forget(string $variable): void
    {
        unset($this->ranges[$variable]);
    }

    /**
     * The message has become another.
     *
     * @param Interval|null $range of its value, where that is known
     */
    public function become(?Interval $range): void
    {
        unset($this->ranges['$ch'], $this->ranges['$n'], $this->ranges['$v']);
        if (null !== $range) {
            $this->ranges['$v'] = $range;
        }
    }

    /** The value of `$ch`, `$n` or `$v` where it is known beforehand. */
    public function known(string $variable): ?int
    {
        $range = $this->ranges[$variable] ?? null;

        return null !== $range && $range->low === $range->high ? (int) $range->low : null;
    }

    /** What a field can be here, in the counting of its variable. */
    public function range(Field $field): Interval
    {
        return $this->ranges[$field->variable] ?? new Interval($field->lowest, $field->highest);
    }

    private function confine(Field $field, bool $fold, string $name): void
    {
        $variable = $field->variable;
        if ($fold) {
            $this->code->line("{$variable} = Key::fold({$variable});");
        } elseif ($field->clamps) {
            $this->code->line(
                "if ({$variable} < {$field->lowest}) { {$variable} = {$field->lowest}; } "
                    ."elseif ({$variable} > {$field->highest}) { {$variable} = {$field->highest}; }",
            );
        } else {
            $this->code->line(
                "if ({$variable} < {$field->lowest} || {$variable} > {$field->highest}) { {$this->code->rejection(
                    var_export("{$name} out of range", true),
                    'return 1;',
                )} }",
            );
        }
    }
}
