<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Naming;

use ZigzagPost\Core\Rulebook\Code\Devices;
use ZigzagPost\Core\Rulebook\Printer;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\SourceLine;
use ZigzagPost\Core\Rulebook\Step\NamedStep;
use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Text\RulebookError;

/** Writes a rulebook that names devices as one that does not: every name is replaced by what the charts say. */
final class Plain
{
    /** @var array<int, list<string>> what stands in place of a line */
    private array $lines = [];
    /** @var list<UnsaidLine> */
    private array $unsaid = [];

    private function __construct(private readonly Rulebook $book, private readonly Rulebook $resolved, private readonly StepNaming $naming)
    {
    }

    /**
     * @param Rulebook $book as it was written
     * @param Rulebook $resolved as {@see Naming} made it
     */
    public static function of(Rulebook $book, Rulebook $resolved, Devices $devices): PlainText
    {
        $plain = new self($book, $resolved, new StepNaming($book, $devices, static fn (RulebookError $error): null => null));
        foreach ($resolved->rules as $index => $rule) {
            $plain->rule($book->rules[$index], $rule);
        }
        foreach ($book->scenes as $scene) {
            $plain->steps($scene->onEnter, $plain->naming->entering($scene->onEnter), 'on enter ');
            $plain->steps($scene->onLeave, $plain->naming->leaving($scene->onLeave), 'on leave ');
        }
        foreach ($book->stacks as $stack) {
            $plain->steps($stack->steps, $plain->naming->inStack($stack->steps), '');
        }
        foreach ($book->groups as $name => $group) {
            if ([] !== $group->titles && !$resolved->groups[$name]->isPlain()) {
                $plain->leaveOut($group->name->span->line, $group->print());
            } elseif ([] !== $group->titles) {
                $plain->lines[$group->name->span->line] = [$resolved->groups[$name]->print()];
            }
        }
        foreach ($book->lamps as $lamps) {
            $plain->leaveOut($lamps->name->span->line, $lamps->print());
        }

        return new PlainText($plain->print(), $plain->unsaid);
    }

    private function rule(Rule $rule, Rule $resolved): void
    {
        $isNamed = [] !== array_filter($rule->selectors, static fn (Selector $selector): bool => null !== $selector->device);
        if ($isNamed && !$this->selectors($rule, $resolved)) {
            return;
        }
        foreach ($resolved->steps as $step) {
            if ($step instanceof NamedStep && null === $step->plain()) {
                $this->withoutSteps($rule);

                return;
            }
        }
        foreach ($resolved->steps as $step) {
            if ($step instanceof NamedStep) {
                $this->lines[$step->span->line] = $step->plain() ?? [];
            }
        }
    }

    /** Whether the selectors can be said so. */
    private function selectors(Rule $rule, Rule $resolved): bool
    {
        $ports = array_unique(
            array_map(fn (Selector $selector): string => implode(', ', $this->resolved->portsOf($resolved, $selector)), $resolved->selectors),
        );
        $usesIndex =
            [] !== array_filter($resolved->selectors, static fn (Selector $selector): bool => null !== $selector->place) && IndexUse::in($rule);
        if (1 !== \count($ports) || $usesIndex) {
            foreach ([...$rule->selectors, ...$rule->steps] as $line) {
                $this->lines[$line->span->line] = [];
            }
            foreach ($rule->from as $from) {
                $this->lines[$from->span->line] = [];
            }
            $this->leaveOut($rule->span->line, "rule \"{$rule->title}\"");

            return false;
        }
        foreach ($rule->selectors as $selector) {
            $this->lines[$selector->span->line] = [];
        }
        foreach ($resolved->selectors as $selector) {
            $this->lines[$selector->span->line][] = $selector->print();
        }
        if ([] === $rule->from) {
            $first = $rule->selectors[0]->span->line ?? 0;
            array_unshift($this->lines[$first], 'from '.array_values($ports)[0]);
        }

        return true;
    }

    /** A rule whose steps cannot be said still takes what it takes. */
    private function withoutSteps(Rule $rule): void
    {
        $this->unsaid[] = new UnsaidLine($rule->span->line, "rule \"{$rule->title}\"");
        foreach ($rule->steps as $index => $step) {
            $this->lines[$step->span->line] = 0 === $index ? ['drop'] : [];
        }
    }

    /**
     * @param list<Step> $steps of a scene or a stack
     * @param list<list<Step>> $groups what is done in place of each
     */
    private function steps(array $steps, array $groups, string $before): void
    {
        foreach ($groups as $index => $group) {
            if ([$steps[$index]] === $group) {
                continue;
            }
            $line = $steps[$index]->span->line;
            $this->lines[$line] = [];
            foreach ($group as $each) {
                $plain = $each instanceof NamedStep ? $each->plain() : [$each->print()];
                if (null === $plain) {
                    $this->unsaid[] = new UnsaidLine($line, $before.$each->print());
                }
                array_push($this->lines[$line], ...array_map(static fn (string $text): string => $before.$text, $plain ?? []));
            }
        }
    }

    private function leaveOut(int $line, string $what): void
    {
        $this->lines[$line] = [];
        $this->unsaid[] = new UnsaidLine($line, $what);
    }

    private function print(): string
    {
        $plain = clone $this->book;
        $plain->lines = [];
        foreach ($this->book->lines as $line) {
            $texts = SourceLine::COMMENT === $line->kind ? null : $this->lines[$line->line] ?? null;
            if (null === $texts) {
                $plain->lines[] = $line;
                continue;
            }
            foreach ($texts as $index => $text) {
                $plain->lines[] = new SourceLine($line->line, $line->kind, $text, 0 === $index ? $line->comment : null);
            }
            if ([] === $texts && null !== $line->comment) {
                $plain->lines[] = new SourceLine($line->line, SourceLine::COMMENT, '', $line->comment);
            }
        }
        $declared = [];
        foreach ($this->book->ports as $port) {
            if ($port->isImplicit) {
                $declared[] = new SourceLine(0, 'port', $port->print(), null);
            }
        }
        array_splice($plain->lines, 'rulebook' === ($plain->lines[0]->kind ?? null) ? 1 : 0, 0, $declared);
        usort($this->unsaid, static fn (UnsaidLine $a, UnsaidLine $b): int => $a->line <=> $b->line);

        return Printer::print($plain);
    }
}
