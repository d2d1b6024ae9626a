<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Sheet;

use ZigzagPost\Core\Rig\Chart\Behaviour;
use ZigzagPost\Core\Rig\Chart\Reach;
use ZigzagPost\Core\Rig\Index\ProgramNames;
use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\SourceLine;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;

/** A stack that brings units to where they stand at present: their programs, then what differs from what the programs store. */
final readonly class PresentStack
{
    /** @param list<string> $lines below the heading */
    private function __construct(public string $name, public array $lines)
    {
    }

    /**
     * @param list<UnitNow> $units
     *
     * @throws RulebookError where the name is none, or nothing is known of the units
     */
    public static function of(string $name, array $units): self
    {
        if (1 !== preg_match('/^[a-z][a-z0-9_]{0,59}$/D', $name)) {
            throw new RulebookError(new Span(1, 1), 'name', 'a stack is called by small letters, digits and _, such as far_shore');
        }
        $lines = [];
        foreach ($units as $now) {
            [$box, $program, $values] = [$now->unit, $now->standing->program, $now->standing->values];
            $programs = $box->chart->programs;
            $stored = [];
            if (null !== $program && null !== $programs) {
                $title = ProgramNames::names($box, $programs)[$program] ?? $programs->label($program);
                $lines[] = "recall {$box->name} \"{$title}\"";
                $stored = $box->unit->programs[$program]->stores ?? [];
            }
            foreach ($box->chart->parameters ?? [] as $parameter) {
                $value = $values[$parameter->name] ?? null;
                $isSet = Reach::Midi === $parameter->reach && !\in_array($parameter->behaviour, [Behaviour::Triggers, Behaviour::Toggles], true);
                if (null !== $value && $isSet && ($stored[$parameter->name] ?? null) !== $value) {
                    $lines[] = "turn {$box->name} \"{$parameter->name}\" to {$value}";
                }
            }
        }

        return [] === $lines
            ? throw new RulebookError(new Span(1, 1), 'unknown-value', 'nothing is known of where these units stand; move something of them first')
            : new self($name, $lines);
    }

    public function text(): string
    {
        return "stack {$this->name}\n".implode('', array_map(static fn (string $line): string => "  {$line}\n", $this->lines));
    }

    /**
     * Puts it in the place of a stack of the same name, or before the first scene or rule.
     *
     * @return list<Edit>
     */
    public function edits(Source $source): array
    {
        $old = $source->book->stacks[$this->name] ?? null;
        if (null !== $old) {
            $line = $old->name->span->line;
            $end = $line;
            foreach ($source->book->linesFrom($line + 1) as $each) {
                if (SourceLine::BODY !== $each->kind) {
                    break;
                }
                $end = $each->line;
            }

            return [new Edit($line, 1, $end + 1, 1, $this->text())];
        }
        foreach ($source->book->lines as $line) {
            if (SourceLine::HEADING === $line->kind) {
                $start = $line->line;
                while ($start > 1 && str_starts_with(ltrim($source->lines[$start - 2]), '#')) {
                    --$start;
                }

                return [Edit::insertBefore($start, $this->text()."\n")];
            }
        }

        return [Edit::insertBefore(\count($source->lines) + 1, "\n\n{$this->text()}")];
    }
}
