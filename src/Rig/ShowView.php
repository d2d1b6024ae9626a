<?php

declare(strict_types=1);

namespace App\Rig;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Rig\Index\ProgramNames;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Show\Sheet\ProgramSheet;
use ZigzagPost\Core\Show\Sheet\SwitchSheet;

/** The sheets of a show, as the API sends them. */
final class ShowView
{
    private const MOST_PROGRAMS = 4096;

    /**
     * @param mixed $uses what each control does, see {@see uses()}
     *
     * @return array<string, mixed>
     *
     * @throws RulebookError
     */
    public static function of(RigAnalysis $analysis, mixed $uses): array
    {
        $book = $analysis->checked()->book;
        $sheet = ProgramSheet::of($analysis);
        $lists = [];
        $units = [];
        foreach ($sheet->units as $box) {
            $programs = self::programs($box);
            $list = array_search($programs, $lists, true);
            if (false === $list) {
                $list = \count($lists);
                $lists[] = $programs;
            }
            $units[] = ['name' => $box->name, 'label' => $box->label(), 'list' => $list];
        }

        return [
            'scenes' => array_map(static fn ($scene): string => $scene->title, $book->scenes),
            'units' => $units,
            'lists' => $lists,
            'rows' => array_map(
                static fn (array $row): array => [
                    'scene' => $row['scene'],
                    'song' => $row['song'],
                    'cells' => array_map(get_object_vars(...), $row['cells']),
                ],
                $sheet->rows,
            ),
            'uses' => $uses,
            'hasErrors' => $analysis->checked()->hasErrors(),
        ];
    }

    /**
     * What each control does.
     *
     * @return list<array<mixed>> as JSON
     *
     * @throws RulebookError
     */
    public static function uses(RigAnalysis $analysis): array
    {
        $uses = [];
        foreach (SwitchSheet::of($analysis)->uses as $use) {
            $surface = self::surface($analysis->setup->box($use->unit), $use->control);
            $uses[] = [...$surface, ...get_object_vars($use), 'does' => $use->words()];
        }

        return $uses;
    }

    /** @return array{label: string, colour: string|null} */
    private static function surface(?Device $box, string $control): array
    {
        $label = $box->unit->labels[$control] ?? null;

        return ['label' => $label->text ?? $control, 'colour' => $label?->colour];
    }

    /** @return list<array{title: string, words: string}> */
    private static function programs(Device $box): array
    {
        $programs = $box->chart->programs;
        if (null === $programs) {
            return [];
        }
        $names = ProgramNames::names($box, $programs);
        $all = [];
        for ($ordinal = 0; $ordinal < min($programs->count, self::MOST_PROGRAMS); ++$ordinal) {
            $shown = $programs->label($ordinal);
            $all[] = ['title' => $names[$ordinal] ?? $shown, 'words' => trim("{$shown} ".($names[$ordinal] ?? ''))];
        }

        return $all;
    }
}
