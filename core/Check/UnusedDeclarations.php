<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Expression\Lookup;
use ZigzagPost\Core\Rulebook\Expression\Name;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\Token;

/** Ports, tables, curves and memories that no rule uses. */
final class UnusedDeclarations implements Check
{
    public function findings(ResolvedRulebook $book): iterable
    {
        $used = $this->used($book);
        $listensToAll = [] !== array_filter($book->rules, static fn ($rule): bool => [] === $rule->from);
        foreach ($book->ports as $port) {
            if (!$port->isImplicit && !isset($used[$port->name->text]) && !($port->isIn && $listensToAll)) {
                yield $this->finding(
                    $book,
                    'unused-port',
                    $port->name,
                    $port->isIn && $port->isOut
                        ? 'nothing listens or sends to port'
                        : ($port->isIn
                            ? 'no rule listens to port'
                            : 'nothing is ever sent to port'),
                );
            }
        }
        foreach ($book->tables as $table) {
            if (!isset($used[$table->name->text])) {
                yield $this->finding($book, 'unused-table', $table->name, 'no step uses table');
            }
        }
        foreach ($book->curves as $curve) {
            if (!isset($used[$curve->name->text])) {
                yield $this->finding($book, 'unused-curve', $curve->name, 'no step uses curve');
            }
        }
        foreach ($book->memories as $memory) {
            if (!isset($used[$memory->name->text])) {
                yield $this->finding($book, 'unused-memory', $memory->name, 'no rule reads or stores memory');
            }
        }
    }

    private function finding(Rulebook $book, string $code, Token $name, string $text): Finding
    {
        $line = $name->span->line;

        return Finding::warning($code, $name->span, "{$text} \"{$name->text}\"", new Fix('Delete this line', [Edit::deleteLine($book, $line)]));
    }

    /** @return array<string, true> */
    private function used(ResolvedRulebook $book): array
    {
        $used = [];
        foreach ($book->rules as $rule) {
            foreach ($rule->from as $name) {
                $used[$name->text] = true;
            }
            foreach ($rule->selectors as $selector) {
                $used += null === $selector->where ? [] : $this->usedIn($selector->where);
            }
        }
        foreach ($book->clocks as $clock) {
            foreach ($clock->references() as $reference) {
                $used[$reference->name->text] = true;
            }
        }
        foreach ($book->groups as $group) {
            foreach ($group->parts as $part) {
                $used[$part->port->text] = true;
            }
        }
        foreach ($book->lit as $lit) {
            $used[$lit->lamp->port] = true;
        }
        foreach ($book->steps() as $step) {
            foreach (array_map(static fn (Reference $reference): string => $reference->name->text, $step->references()) as $name) {
                $used[$name] = true;
            }
            foreach ($step->expressions() as $expression) {
                $used += $this->usedIn($expression);
            }
        }

        return $used;
    }

    /** @return array<string, true> */
    private function usedIn(Expression $expression): array
    {
        $names = array_map(static fn (Name $name): string => $name->name, $expression->names());
        $tables = array_map(static fn (Lookup $lookup): string => $lookup->table->text, $expression->lookups());

        return array_fill_keys([...$names, ...$tables], true);
    }
}
