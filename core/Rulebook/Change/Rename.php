<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Change;

use ZigzagPost\Core\Rulebook\Declaration\Group;
use ZigzagPost\Core\Rulebook\Declaration\Lamps;
use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\Step\NamedStep;
use ZigzagPost\Core\Rulebook\Step\RecallStep;
use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Step\TurnStep;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\TitleRange;
use ZigzagPost\Core\Rulebook\Text\Token;

/** Gives a declared thing another name, wherever it is written. */
final class Rename
{
    /**
     * What is named at a place: the kind of thing as in {@see Reference} (ports all as "port"), its name, and everywhere it stands.
     *
     * @return array{what: string, name: string, places: non-empty-list<Span>}|null
     */
    public static function at(Rulebook $book, int $line, int $column): ?array
    {
        foreach (self::all($book) as $what => $names) {
            foreach ($names as $name => $places) {
                foreach ($places as $span) {
                    if ($span->line === $line && $column >= $span->column && $column <= $span->column + $span->length) {
                        return ['what' => (string) $what, 'name' => (string) $name, 'places' => $places];
                    }
                }
            }
        }

        return null;
    }

    /**
     * @return list<Edit>
     *
     * @throws RulebookError when there is nothing to rename there, or the new name cannot be used
     */
    public static function edits(Source $source, int $line, int $column, string $to): array
    {
        $found = self::at($source->book, $line, $column);
        if (null === $found) {
            throw new RulebookError(
                new Span($line, $column),
                'nothing-to-rename',
                'there is no name of a port, table, curve, memory, group, clock, stack or scene here',
            );
        }
        ['what' => $what, 'name' => $name, 'places' => $places] = $found;
        $isTitle = Reference::SCENE === $what;
        if ($isTitle ? 1 === preg_match('/["\r\n]/', $to) || '' === trim($to) : 1 !== preg_match('/^[a-z][a-z0-9_]*$/D', $to)) {
            throw new RulebookError(
                $places[0],
                'syntax',
                $isTitle ? 'a title has no double quotes and is not empty' : 'a name begins with a small letter; small letters, digits and _ follow',
            );
        }
        if ($to !== $name && isset(self::all($source->book)[$what][$to])) {
            throw new RulebookError($places[0], 'duplicate', "there is already a {$what} \"{$to}\"; choose another name");
        }
        $edits = array_map(static fn (Span $span): Edit => Edit::replace($span, $isTitle ? "\"{$to}\"" : $to), $places);
        $changed = self::readAgain($source, $edits, $places[0], $to);
        if (\count(self::all($changed->book)[$what][$to] ?? []) !== \count($places)) {
            throw self::meansSomethingElse($places[0], $to);
        }

        return $edits;
    }

    /**
     * @param list<Edit> $edits
     *
     * @throws RulebookError where the new name makes a line unreadable
     */
    private static function readAgain(Source $source, array $edits, Span $at, string $to): Source
    {
        try {
            return $source->with($edits);
        } catch (RulebookError $error) {
            throw 'syntax' === $error->errorCode ? self::meansSomethingElse($at, $to) : $error;
        }
    }

    private static function meansSomethingElse(Span $at, string $to): RulebookError
    {
        return new RulebookError($at, 'word-of-the-language', "\"{$to}\" means something else in rules; choose another name");
    }

    /**
     * Gives a device of the rig another name, wherever rules name it.
     *
     * @return list<Edit>
     *
     * @throws RulebookError when the new name cannot be used
     */
    public static function device(Source $source, string $from, string $to): array
    {
        if (1 !== preg_match('/^[a-z][a-z0-9_]*$/D', $to)) {
            throw new RulebookError(new Span(1, 1), 'syntax', 'a name begins with a small letter; small letters, digits and _ follow');
        }
        $places = self::devices($source->book)[$from] ?? [];
        if ([] === $places || $to === $from) {
            return [];
        }
        if ([] !== (self::devices($source->book)[$to] ?? [])) {
            throw new RulebookError($places[0], 'duplicate', "rules name a device \"{$to}\" already; choose another name");
        }
        $edits = array_map(static fn (Span $span): Edit => Edit::replace($span, $to), $places);
        if (\count(self::devices(self::readAgain($source, $edits, $places[0], $to)->book)[$to] ?? []) !== \count($places)) {
            throw self::meansSomethingElse($places[0], $to);
        }

        return $edits;
    }

    /** @return array<string, list<Span>> places where rules name devices, by name */
    private static function devices(Rulebook $book): array
    {
        $named = [];
        foreach ($book->rules as $rule) {
            array_push($named, ...array_map(static fn (Selector $selector): ?Token => $selector->device, $rule->selectors));
        }
        array_push($named, ...array_map(static fn (Group $group): ?Token => [] === $group->titles ? null : $group->port, array_values($book->groups)));
        array_push($named, ...array_map(static fn (Lamps $lamps): Token => $lamps->name, array_values($book->lamps)));
        array_push($named, ...array_map(static fn (Step $step): ?Token => $step instanceof NamedStep ? $step->device : null, $book->steps()));
        $places = [];
        foreach (array_filter($named) as $token) {
            $places[$token->text]["{$token->span->line} {$token->span->column}"] = $token->span;
        }

        return array_map(array_values(...), $places);
    }

    /**
     * Titles of controls, parameters and programs of a device that rules name, each with its place, in the order of the text.
     *
     * @return list<array{what: string, title: Token}> what is "control", "parameter" or "program"
     */
    public static function titlesOf(Rulebook $book, string $device): array
    {
        $named = [];
        foreach ($book->rules as $rule) {
            foreach ($rule->selectors as $selector) {
                array_push($named, ...$selector->device?->text === $device ? self::controls($selector->titles) : []);
            }
        }
        foreach ($book->groups as $group) {
            array_push($named, ...$group->port->text === $device ? self::controls($group->titles) : []);
        }
        foreach ($book->steps() as $step) {
            foreach ($step instanceof NamedStep && $step->device->text === $device ? $step->titles() : [] as $title) {
                $named[] = [
                    'what' => $step instanceof TurnStep ? 'parameter' : ($step instanceof RecallStep ? 'program' : 'control'),
                    'title' => $title,
                ];
            }
        }
        usort(
            $named,
            static fn (array $a, array $b): int => [$a['title']->span->line, $a['title']->span->column] <=> [
                $b['title']->span->line,
                $b['title']->span->column,
            ],
        );

        return $named;
    }

    /**
     * @param list<TitleRange> $ranges
     *
     * @return list<array{what: string, title: Token}>
     */
    private static function controls(array $ranges): array
    {
        $controls = [];
        foreach ($ranges as $range) {
            foreach ($range->written() as $title) {
                $controls[] = ['what' => 'control', 'title' => $title];
            }
        }

        return $controls;
    }

    /**
     * Gives controls, parameters and programs of a device other titles, wherever rules name them.
     *
     * @param array<string, string> $titles new ones by what they are and the old ones, as "parameter mix", in small letters
     *
     * @return list<Edit>
     *
     * @throws RulebookError when a title cannot be used
     */
    public static function titles(Source $source, string $device, array $titles): array
    {
        $edits = [];
        foreach (self::titlesOf($source->book, $device) as ['what' => $what, 'title' => $title]) {
            $to = $titles[$what.' '.mb_strtolower($title->text)] ?? $title->text;
            if (1 === preg_match('/["\r\n]/', $to) || '' === trim($to)) {
                throw new RulebookError($title->span, 'syntax', 'a title has no double quotes and is not empty');
            }
            if ($to !== $title->text) {
                $edits[] = Edit::replace($title->span, "\"{$to}\"");
            }
        }

        return $edits;
    }

    /** @return array<string, array<string, non-empty-list<Span>>> places by what is named, and name; the declaration first */
    private static function all(Rulebook $book): array
    {
        $all = [];
        $add = static function (string $what, Token $name) use (&$all): void {
            $what = str_ends_with($what, 'port') ? 'port' : $what;
            $all[$what][$name->text][] = $name->span;
        };
        foreach (
            [
                'port' => $book->ports,
                Reference::TABLE => $book->tables,
                Reference::CURVE => $book->curves,
                Reference::MEMORY => $book->memories,
                Reference::GROUP => $book->groups,
                Reference::CLOCK => $book->clocks,
                Reference::STACK => $book->stacks,
            ] as $what => $declared
        ) {
            foreach ($declared as $each) {
                $add($what, $each->name);
            }
        }
        foreach ($book->scenes as $scene) {
            $add(Reference::SCENE, $scene->name);
        }
        $references = [
            ...array_merge(...array_map(static fn ($rule): array => Reference::all(Reference::IN_PORT, $rule->from), $book->rules)),
            ...array_map(
                static fn ($group): Reference => new Reference(Reference::IN_PORT, $group->port),
                array_values(array_filter($book->groups, static fn ($group): bool => [] === $group->titles)),
            ),
            ...array_merge(...array_map(static fn ($clock): array => $clock->references(), array_values($book->clocks))),
            ...array_merge(...array_map(static fn ($step): array => $step->references(), $book->steps())),
        ];
        foreach ($references as $reference) {
            $add($reference->what, $reference->name);
        }
        foreach (self::expressions($book) as $expression) {
            foreach ($expression->names() as $name) {
                $what = isset($book->groups[$name->name]) ? Reference::GROUP : (isset($book->memories[$name->name]) ? Reference::MEMORY : null);
                if (null !== $what) {
                    $all[$what][$name->name][] = $name->span;
                }
            }
            foreach ($expression->lookups() as $lookup) {
                $add(Reference::TABLE, $lookup->table);
            }
        }

        return $all;
    }

    /** @return list<Expression> */
    private static function expressions(Rulebook $book): array
    {
        $expressions = [];
        foreach ($book->rules as $rule) {
            foreach ($rule->selectors as $selector) {
                array_push($expressions, ...null === $selector->where ? [] : [$selector->where]);
            }
        }
        foreach ($book->steps() as $step) {
            array_push($expressions, ...$step->expressions());
        }
        foreach ($book->clocks as $clock) {
            array_push($expressions, ...$clock->expressions());
        }

        return $expressions;
    }
}
