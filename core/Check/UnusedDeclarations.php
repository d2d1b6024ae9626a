<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\Reference;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Token;

/** Ports, tables, curves and memories that no rule uses. */
final class UnusedDeclarations implements Check
{
    public function findings(Rulebook $book): iterable
    {
        $used = $this->used($book);
        $listensToAll = [] !== array_filter($book->rules, static fn ($rule): bool => [] === $rule->from);
        foreach ($book->ports as $port) {
            if (!isset($used[$port->name->text]) && !($port->isIn && $listensToAll)) {
                yield $this->finding('unused-port', $port->name, $port->isIn ? 'no rule listens to port' : 'nothing is ever sent to port');
            }
        }
        foreach ($book->tables as $table) {
            if (!isset($used[$table->name->text])) {
                yield $this->finding('unused-table', $table->name, 'no step uses table');
            }
        }
        foreach ($book->curves as $curve) {
            if (!isset($used[$curve->name->text])) {
                yield $this->finding('unused-curve', $curve->name, 'no step uses curve');
            }
        }
        foreach ($book->memories as $memory) {
            if (!isset($used[$memory->name->text])) {
                yield $this->finding('unused-memory', $memory->name, 'no rule reads or stores memory');
            }
        }
    }

    private function finding(string $code, Token $name, string $text): Finding
    {
        $line = $name->span->line;

        return Finding::warning($code, $name->span, "{$text} \"{$name->text}\"", new Fix('Delete this line', [Edit::deleteLines($line, $line)]));
    }

    /** @return array<string, true> */
    private function used(Rulebook $book): array
    {
        $used = [];
        $steps = [];
        foreach ($book->rules as $rule) {
            foreach ($rule->from as $name) {
                $used[$name->text] = true;
            }
            foreach ($rule->selectors as $selector) {
                foreach ($selector->where?->names() ?? [] as $name) {
                    $used[$name->name] = true;
                }
            }
            array_push($steps, ...$rule->steps);
        }
        foreach ($book->clocks as $clock) {
            foreach ($clock->references() as $reference) {
                $used[$reference->name->text] = true;
            }
        }
        foreach ($book->scenes as $scene) {
            array_push($steps, ...$scene->onEnter, ...$scene->onLeave);
        }
        foreach ($steps as $step) {
            foreach (array_map(static fn (Reference $reference): string => $reference->name->text, $step->references()) as $name) {
                $used[$name] = true;
            }
            foreach ($step->expressions() as $expression) {
                foreach ($expression->names() as $name) {
                    $used[$name->name] = true;
                }
            }
        }

        return $used;
    }
}
