<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Declaration\Memory;
use ZigzagPost\Core\Rulebook\Expression\Call;
use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Expression\Name;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Text\Nearest;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Vocabulary;

/** Names that nothing declares: ports, tables, curves, memories. */
final class UnknownNames implements Check
{
    /** @var array<string, array<int|string, true>> names declared, by what they are */
    private array $known = [];

    public function findings(ResolvedRulebook $book): iterable
    {
        $this->known = [];
        foreach ($book->rules as $rule) {
            yield from $this->references($book, Reference::all(Reference::IN_PORT, $rule->from));
            foreach ($rule->selectors as $selector) {
                yield from $this->expressions($book, null === $selector->where ? [] : [$selector->where]);
            }
        }
        foreach ($book->groups as $group) {
            yield from $this->references($book, [] === $group->titles ? [new Reference(Reference::IN_PORT, $group->port)] : []);
        }
        foreach ($book->clocks as $clock) {
            yield from $this->references($book, $clock->references());
        }
        foreach ($book->steps() as $step) {
            yield from $this->references($book, $step->references());
            yield from $this->expressions($book, $step->expressions());
        }
    }

    /**
     * @param list<Reference> $references
     *
     * @return iterable<Finding>
     */
    private function references(Rulebook $book, array $references): iterable
    {
        foreach ($references as $reference) {
            yield from $this->reference($book, $reference);
        }
    }

    /** @return iterable<Finding> */
    private function reference(Rulebook $book, Reference $reference): iterable
    {
        $name = $reference->name;
        $this->known[$reference->what] ??= array_fill_keys($book->declared($reference->what), true);
        if (isset($this->known[$reference->what][$name->text])) {
            return;
        }
        $known = $book->declared($reference->what);
        $code = str_ends_with($reference->what, 'port') ? 'unknown-port' : 'unknown-'.$reference->what;
        if (isset($book->ports[$name->text]) && str_ends_with($reference->what, 'port')) {
            $is = $book->ports[$name->text]->isIn ? 'an in port' : 'an out port';
            yield Finding::error('wrong-direction', $name->span, "\"{$name->text}\" is {$is}; an {$reference->what} is needed here");

            return;
        }
        yield $this->unknown($name, $code, $reference->what, $known, $this->declaration($reference));
    }

    private function declaration(Reference $reference): ?Fix
    {
        $name = $reference->name->text;
        $line = match ($reference->what) {
            Reference::IN_PORT => "port {$name} in\n",
            Reference::OUT_PORT => "port {$name} out\n",
            Reference::MEMORY => "memory {$name} = 0\n",
            default => null,
        };

        return null === $line ? null : new Fix('Declare '.trim($line), [Edit::insertBefore(1, $line)]);
    }

    /**
     * @param list<Expression> $expressions
     *
     * @return iterable<Finding>
     */
    private function expressions(Rulebook $book, array $expressions): iterable
    {
        foreach ($expressions as $expression) {
            foreach ($expression->lookups() as $lookup) {
                if (!isset($book->tables[$lookup->table->text])) {
                    yield $this->unknown(
                        $lookup->table,
                        'unknown-table',
                        'function or table',
                        [...array_keys(Call::FUNCTIONS), ...$book->declared(Reference::TABLE)],
                        null,
                    );
                }
            }
            foreach ($expression->names() as $name) {
                if (!\in_array($name->name, Vocabulary::FIELDS, true) && !isset($book->memories[$name->name]) && !isset($book->groups[$name->name])) {
                    $declare = \in_array($name->name, Memory::RESERVED, true)
                        ? null
                        : new Fix("Declare memory {$name->name}", [Edit::insertBefore(1, "memory {$name->name} = 0\n")]);
                    yield $this->unknown(
                        $name,
                        'unknown-name',
                        'field or memory',
                        [...Vocabulary::FIELDS, ...$book->declared(Reference::MEMORY), ...$book->declared(Reference::GROUP)],
                        $declare,
                    );
                }
            }
        }
    }

    /** @param list<string> $known */
    private function unknown(\ZigzagPost\Core\Rulebook\Text\Token|Name $name, string $code, string $what, array $known, ?Fix $declare): Finding
    {
        $text = $name instanceof Name ? $name->name : $name->text;
        $nearest = Nearest::of($text, $known);
        $fixes = null === $declare ? [] : [$declare];
        if (null !== $nearest) {
            array_unshift($fixes, new Fix("Write \"{$nearest}\"", [Edit::replace($name->span, $nearest)]));
        }
        $hint =
            null !== $nearest ? "; did you mean \"{$nearest}\"?" : ([] === $known ? '' : '; there are '.implode(', ', \array_slice($known, 0, 12)));

        return Finding::error($code, $name->span, "there is no {$what} \"{$text}\"{$hint}", ...$fixes);
    }
}
