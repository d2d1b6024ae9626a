<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Number\Interval;
use ZigzagPost\Core\Rulebook\Code\CompileFindingKind;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Expression\Name;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;

/**
 * Looks a field up in a table; what is not in it stays as it is, or is dropped.
 *
 *     map key kit else drop
 */
final class MapStep extends Step
{
    private function __construct(Span $span, private readonly Token $field, private readonly Token $table, private readonly bool $elseDrop)
    {
        parent::__construct($span);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $field = FieldName::parse($cursor);
        $table = $cursor->name('a table name');
        $else = $cursor->accept('else');
        if (null !== $else) {
            $cursor->expect('drop');
        }
        $cursor->expectEnd('else drop');

        return new self($span, $field, $table, null !== $else);
    }

    public function print(): string
    {
        return "map {$this->field->text} {$this->table->text}".($this->elseDrop ? ' else drop' : '');
    }

    public function facts(): array
    {
        return FieldName::facts($this->field);
    }

    public function compile(Writer $code): void
    {
        $name = new Name($this->field->text, $this->field->span);
        $values = $code->declared()->table($this->table)->values();
        $table = $code->constant($values);
        $range = $code->scope()->rangeOf($name);
        $x = $code->temporary();
        $field = $code->scope()->read($name);
        if ($this->elseDrop) {
            $code->line("{$x} = {$table}[{$field}] ?? null;");
            $code->line("if (null === {$x}) { {$code->drop("{$this->field->text} not in table {$this->table->text}")} }");
        } else {
            $code->line("{$x} = {$table}[{$x} = {$field}] ?? {$x};");
            $values = [...array_values($values), (int) $range->low, (int) $range->high];
        }
        $this->lookForOutside($code);
        $code->fields()->assign($this->field->text, $x, new Interval(min($values), max($values)), $this->field->span);
    }

    /** Notes results that the field cannot hold. */
    private function lookForOutside(Writer $code): void
    {
        $field = $code->fields()->of($this->field->text);
        if (null === $field) {
            return;
        }
        foreach ($code->declared()->table($this->table)->pairs as $pair) {
            $result = $pair->found;
            if ($result->value - $field->shift < min(0, $field->lowest) || $result->value - $field->shift > $field->highest) {
                $code->finds(CompileFindingKind::TableOutside, $this->field->text, $result->span);
            }
        }
    }

    public function onRelease(): OnRelease
    {
        return OnRelease::Acts;
    }

    public function references(): array
    {
        return [new Reference(Reference::TABLE, $this->table)];
    }
}
