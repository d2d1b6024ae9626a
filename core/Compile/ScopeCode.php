<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Compile;

use ZigzagPost\Core\Number\Interval;
use ZigzagPost\Core\Rulebook\Code\CompileFindingKind;
use ZigzagPost\Core\Rulebook\Declaration\Memory;
use ZigzagPost\Core\Rulebook\Expression\Lookup;
use ZigzagPost\Core\Rulebook\Expression\Name;
use ZigzagPost\Core\Rulebook\Expression\Scope;

/** PHP code for what names mean in the expressions of a rule. */
final readonly class ScopeCode implements Scope
{
    public function __construct(private RuleCode $code)
    {
    }

    public function read(Name $name): string
    {
        if ('scene' === $name->name) {
            return '($s->scene + 1)';
        }
        if (isset($this->code->book()->groups[$name->name])) {
            return "(\$s->choices['{$name->name}'] ?? 0)";
        }
        if (isset($this->code->book()->memories[$name->name])) {
            return "\$s->memories['{$name->name}']";
        }
        if ('index' === $name->name) {
            return $this->index($name);
        }
        $field = $this->code->fields->of($name->name);
        if (null !== $field) {
            return 0 === $field->shift ? $field->variable : "({$field->variable} + {$field->shift})";
        }
        $this->code->finds(CompileFindingKind::Missing, $name->name, $name->span);

        return "Rejected::field('{$name->name}')";
    }

    public function lookUp(Lookup $lookup, string $php): string
    {
        $x = $this->code->temporary();

        return "({$this->code->draft->constant($this->code->book()->tables[$lookup->table->text]->values())}[{$x} = {$php}] ?? {$x})";
    }

    public function rangeOfLookup(Lookup $lookup, Interval $range): Interval
    {
        $values = array_values($this->code->book()->tables[$lookup->table->text]->values());

        return Interval::around([...$values, round($range->low), round($range->high)]);
    }

    public function rangeOf(Name $name): Interval
    {
        if ('scene' === $name->name) {
            return new Interval(1, max(1, \count($this->code->book()->scenes)));
        }
        if (isset($this->code->book()->groups[$name->name])) {
            return new Interval(0, $this->code->book()->groups[$name->name]->size());
        }
        if ('index' === $name->name && !isset($this->code->book()->memories['index'])) {
            return new Interval(1, SelectorCode::LARGEST_INDEX);
        }
        $field = $this->code->fields->of($name->name);
        if (null === $field) {
            return new Interval(-Memory::LARGEST, Memory::LARGEST);
        }

        return $this->code->fields->range($field)->shifted($field->shift);
    }

    /** The place in the list that asked for the message: fixed when it was taken, and handed on since then. */
    private function index(Name $name): string
    {
        $isFirst = 0 === $this->code->entry->from && !$this->code->entry->isRelease;
        $isKnown = $isFirst && RuleEntry::RUNS !== $this->code->entry->gesture;
        $isListed = array_map(
            fn (AskedSelector $asked): bool => null !== $asked->selector->place
                || null !== SelectorCode::listOf($this->code->entry->kind, $asked->selector, $asked->numbers),
            SelectorCode::alternatives($this->code),
        );
        if ($isFirst && !\in_array(true, $isListed, true)) {
            $this->code->finds(CompileFindingKind::Missing, 'index', $name->span);

            return "Rejected::field('index')";
        }

        return $isKnown && !\in_array(false, $isListed, true) ? '$ix' : "(0 !== \$ix ? \$ix : Rejected::field('index'))";
    }
}
