<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook;

use ZigzagPost\Core\Midi\MiddleC;
use ZigzagPost\Core\Rulebook\Code\Declared;
use ZigzagPost\Core\Rulebook\Declaration\Curve;
use ZigzagPost\Core\Rulebook\Declaration\Group;
use ZigzagPost\Core\Rulebook\Declaration\Lamps;
use ZigzagPost\Core\Rulebook\Declaration\Memory;
use ZigzagPost\Core\Rulebook\Declaration\MpeZone;
use ZigzagPost\Core\Rulebook\Declaration\PortDeclaration;
use ZigzagPost\Core\Rulebook\Declaration\Table;
use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\Token;

/** A rulebook as it is written: everything declared in it, its rules in order, and its lines for printing. */
class Rulebook implements Declared
{
    /** As it was read. */
    public string $text = '';
    public string $title = '';
    public MiddleC $middle = MiddleC::C4;
    /** What the first program is called: 0 or 1. */
    public int $programsFrom = 0;
    /** @var array<string, PortDeclaration> */
    public array $ports = [];
    /** @var array<string, Table> */
    public array $tables = [];
    /** @var array<string, Curve> */
    public array $curves = [];
    /** @var array<string, Memory> */
    public array $memories = [];
    /** @var array<string, ClockDeclaration> */
    public array $clocks = [];
    /** @var array<string, Group> */
    public array $groups = [];
    /** @var array<string, Lamps> by device */
    public array $lamps = [];
    /** @var array<string, Stack> */
    public array $stacks = [];
    /** @var list<Scene> */
    public array $scenes = [];
    /** @var list<Rule> */
    public array $rules = [];
    /** @var list<SourceLine> */
    public array $lines = [];
    /** @var list<int> numbers of the lines that could not be read */
    public array $unreadable = [];

    /** @return list<string> in ports that a rule listens to */
    public function portsHeardBy(Rule $rule): array
    {
        return [] === $rule->from ? $this->portNames(true) : array_map(static fn (Token $name): string => $name->text, $rule->from);
    }

    /** @return list<string> in ports from which a selector of a rule takes */
    public function portsOf(Rule $rule, Selector $selector): array
    {
        return $selector->ports ?? $this->portsHeardBy($rule);
    }

    /** @return list<string> */
    public function portNames(bool $in): array
    {
        return array_map(strval(...), array_keys(array_filter($this->ports, static fn (PortDeclaration $port): bool => $in ? $port->isIn : $port->isOut)));
    }

    /** Position of a port among all ports, which is how a running engine calls it. */
    public function portIndex(string $name): int
    {
        $index = array_search($name, array_keys($this->ports), true);
        if (false === $index) {
            throw new \LogicException("port {$name} has not been checked");
        }

        return $index;
    }

    /** @return iterable<SourceLine> the lines from a number on */
    public function linesFrom(int $number): iterable
    {
        [$low, $high] = [0, \count($this->lines)];
        while ($low < $high) {
            $middle = $low + $high >> 1;
            [$low, $high] = $this->lines[$middle]->line < $number ? [$middle + 1, $high] : [$low, $middle];
        }
        for (; $low < \count($this->lines); ++$low) {
            yield $this->lines[$low];
        }
    }

    /** @return list<string> names declared of one kind of thing, as in {@see Reference} */
    public function declared(string $what): array
    {
        return array_map(strval(...), match ($what) {
            Reference::IN_PORT => $this->portNames(true),
            Reference::OUT_PORT => $this->portNames(false),
            Reference::TABLE => array_keys($this->tables),
            Reference::CURVE => array_keys($this->curves),
            Reference::MEMORY => array_keys($this->memories),
            Reference::CLOCK => array_keys($this->clocks),
            Reference::GROUP => array_keys($this->groups),
            Reference::STACK => array_keys($this->stacks),
            default => array_map(static fn (Scene $scene): string => $scene->title, $this->scenes),
        });
    }

    /** @return list<Step> every step of rules, scenes and stacks */
    public function steps(): array
    {
        return array_merge(
            ...array_map(static fn (Rule $rule): array => $rule->steps, $this->rules),
            ...array_map(static fn (Scene $scene): array => [...$scene->onEnter, ...$scene->onLeave], $this->scenes),
            ...array_map(static fn (Stack $stack): array => $stack->steps, array_values($this->stacks)),
        );
    }

    public function portAt(Token $name): int
    {
        return $this->portIndex($name->text);
    }

    public function zoneAt(Token $name): ?MpeZone
    {
        return $this->ports[$name->text]->zone ?? null;
    }

    public function group(Token $name): Group
    {
        return $this->groups[$name->text];
    }

    public function table(Token $name): Table
    {
        return $this->tables[$name->text];
    }

    public function curve(Token $name): Curve
    {
        return $this->curves[$name->text];
    }

    public function sceneAt(Token $title): int
    {
        return (int) array_search($title->text, $this->declared(Reference::SCENE), true);
    }

    public function firstProgram(): int
    {
        return $this->programsFrom;
    }
}
