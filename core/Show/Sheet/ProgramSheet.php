<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Sheet;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\Special;
use ZigzagPost\Core\Rig\Index\ProgramNames;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Scene;
use ZigzagPost\Core\Rulebook\Step\DoStep;
use ZigzagPost\Core\Rulebook\Step\RecallStep;
use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;

/** Scenes down, units across, and in each cell the program that the scene calls. A view of the rules: nothing of it is stored but the order of its columns. */
final readonly class ProgramSheet
{
    /**
     * @param list<Device> $units
     * @param list<array{scene: string, song: string|null, cells: list<Cell>}> $rows in the order of the set list, then what is in no song
     */
    private function __construct(public array $units, public array $rows)
    {
    }

    public static function of(RigAnalysis $analysis): self
    {
        $book = $analysis->checked()->book;
        $units = self::units($analysis);
        $called = [];
        foreach ($book->scenes as $scene) {
            foreach ($units as $box) {
                $called[$scene->title][$box->name] = self::called($book, $scene->onEnter, $box);
            }
        }
        $rows = [];
        $stands = [];
        foreach (self::order($analysis, $book) as $played) {
            [$song, $scene] = [$played->song, $played->scene];
            foreach ($units as $box) {
                $stands[$box->name] = null === $song ? null : $called[$scene->title][$box->name]->program ?? ($stands[$box->name] ?? null);
            }
            $cells = array_map(static fn (Device $box): Cell => self::cell($box, $called, $scene->title, $stands[$box->name]), $units);
            $rows[] = ['scene' => $scene->title, 'song' => $song, 'cells' => $cells];
        }

        return new self($units, $rows);
    }

    /**
     * Lets a scene call a program of a unit, or none.
     *
     * @return list<Edit>
     *
     * @throws RulebookError when there is no such scene, or a stack calls the program
     */
    public static function edits(Source $source, string $scene, string $unit, ?string $program): array
    {
        foreach ($source->book->scenes as $each) {
            if ($each->title !== $scene) {
                continue;
            }
            $recall = null === $program ? '' : "recall {$unit} \"".str_replace('"', '', $program).'"';
            foreach (array_reverse($each->onEnter) as $step) {
                if ($step instanceof RecallStep && $step->device->text === $unit) {
                    return [
                        null === $program
                            ? Edit::deleteLine($source->book, $step->span->line)
                            : Edit::replace($source->statement($step->span->line), "on enter {$recall}"),
                    ];
                }
                $inStack = $step instanceof DoStep ? self::inStack($source->book, $step, $unit) : null;
                if (null !== $inStack) {
                    return [
                        null === $program
                            ? Edit::deleteLine($source->book, $inStack->span->line)
                            : Edit::replace($source->statement($inStack->span->line), $recall),
                    ];
                }
            }

            return null === $program ? [] : [Edit::insertBefore($each->span->line + 1, "  on enter {$recall}\n")];
        }
        throw new RulebookError(new Span(1, 1), 'unknown-scene', "there is no scene \"{$scene}\"");
    }

    /**
     * The line of a stack that calls a program of a unit, where a scene alone does that stack.
     *
     * @throws RulebookError where others do it as well
     */
    private static function inStack(Rulebook $book, DoStep $do, string $unit): ?RecallStep
    {
        $name = $do->stack()->text;
        $found = null;
        foreach ($book->stacks[$name]->steps ?? [] as $step) {
            $found = $step instanceof RecallStep && $step->device->text === $unit ? $step : $found;
            $within = $step instanceof DoStep ? self::inStack($book, $step, $unit) : null;
            $found = $within ?? $found;
        }
        $users = array_filter($book->steps(), static fn (Step $step): bool => $step instanceof DoStep && $step->stack()->text === $name);
        if (null !== $found && 1 < \count($users)) {
            $lines = implode(', ', array_map(static fn (Step $step): int => $step->span->line, $users));
            throw new RulebookError(
                $found->span,
                'called-by-stack',
                "the stack \"{$name}\" calls it in line {$found->span->line}, and lines {$lines} do that stack; change it there for all of "
                    .'them, or take the line out of the stack first',
            );
        }

        return $found;
    }

    /** @return list<Device> units that hear program changes, in the order of the columns, then of the rig */
    private static function units(RigAnalysis $analysis): array
    {
        $units = [];
        foreach ($analysis->setup->boxes as $box) {
            $hears = array_filter($box->chart->hears ?? [], static fn ($part): bool => false !== $box->hears($part, KindName::Program));
            if (!$box->isPost() && null !== $box->chart->programs && [] !== $hears) {
                $units[$box->name] = $box;
            }
        }
        $columns = array_intersect_key(array_flip($analysis->setup->rig->show->columns ?? []), $units);

        return [
            ...array_map(static fn (int|string $name): Device => $units[$name], array_keys($columns)),
            ...array_values(array_diff_key($units, $columns)),
        ];
    }

    /** @return list<PlayedScene> each pair once */
    private static function order(RigAnalysis $analysis, Rulebook $book): array
    {
        $scenes = array_combine(array_map(static fn (Scene $scene): string => $scene->title, $book->scenes), $book->scenes);
        $order = $seen = [];
        foreach ($analysis->setup->rig->show?->order() ?? [] as $song) {
            foreach ($song->scenes as $title) {
                if (isset($scenes[$title])) {
                    $order["{$song->id}\t{$title}"] = new PlayedScene($song->title, $scenes[$title]);
                    $seen[$title] = true;
                }
            }
        }
        foreach (array_diff_key($scenes, $seen) as $scene) {
            $order[] = new PlayedScene(null, $scene);
        }

        return array_values($order);
    }

    /**
     * What steps call last on a unit.
     *
     * @param list<Step> $steps
     */
    private static function called(Rulebook $book, array $steps, Device $box): ?SceneCall
    {
        $called = null;
        foreach ($steps as $step) {
            if ($step instanceof RecallStep && $step->device->text === $box->name) {
                $called = new SceneCall(self::program($step, $box), 'here', $step->span->line);
            } elseif ($step instanceof DoStep && isset($book->stacks[$step->stack()->text])) {
                $inner = self::called(
                    $book,
                    array_values(array_filter($book->stacks[$step->stack()->text]->steps, static fn (Step $each): bool => !($each instanceof DoStep))),
                    $box,
                );
                $called = null === $inner ? $called : new SceneCall($inner->program, "stack {$step->stack()->text}", $step->span->line);
            }
        }

        return $called;
    }

    private static function program(RecallStep $step, Device $box): ?int
    {
        $programs = $box->chart->programs;
        if (null === $programs) {
            return null;
        }
        $title = $step->titles()[0] ?? null;
        if (null !== $title) {
            $found = ProgramNames::find($box, $programs, $title->text)[0] ?? null;

            return $found instanceof Special ? null : $found;
        }

        return null === $step->constant() ? null : ProgramNames::numbered($programs)[$step->constant()] ?? null;
    }

    /**
     * @param array<string, array<string, SceneCall|null>> $called by scene and unit
     * @param int|null $stands where the order of the set list has brought the unit
     */
    private static function cell(Device $box, array $called, string $scene, ?int $stands): Cell
    {
        $programs = $box->chart->programs;
        $shown = static fn (?int $program): string => null === $program || null === $programs ? '?' : $programs->label($program);
        $here = $called[$scene][$box->name] ?? null;
        $carried = [];
        foreach (null === $here ? $called : [] as $other => $units) {
            if ($other !== $scene && isset($units[$box->name])) {
                $carried[] = $shown($units[$box->name]->program);
            }
        }
        $names = null === $programs ? [] : ProgramNames::names($box, $programs);

        return new Cell(
            $box->name,
            $here?->program,
            null === $here ? '' : $shown($here->program),
            null === $here ? '' : $names[$here->program ?? -1] ?? '',
            $here?->by,
            $here?->line,
            array_values(array_unique($carried)),
            null !== $here || null === $stands ? null : $names[$stands] ?? $shown($stands),
        );
    }
}
