<?php

declare(strict_types=1);

namespace App\Rig;

use ZigzagPost\Core\Rig\Table\ReadColumn;
use ZigzagPost\Core\Rig\Table\ReadRow;
use ZigzagPost\Core\Rig\Table\ReadTable;

/** A table as it was read, for the screen and the command line. */
final class ReadTableView
{
    private const LONGEST = 200;

    /** @return array{rows: list<array<string, mixed>>, columns: list<array<string, mixed>>, notes: list<string>} */
    public static function of(ReadTable $table): array
    {
        return [
            'rows' => array_map(
                static fn (ReadRow $row): array => [
                    'line' => $row->line,
                    'what' => self::short($row->what),
                    'group' => $row->group->value,
                    'why' => array_map(self::short(...), $row->why()),
                    'stood' => array_map(self::short(...), $row->stood),
                    'parameter' => $row->parameter,
                ],
                $table->rows,
            ),
            'columns' => array_map(
                static fn (ReadColumn $column): array => [
                    'index' => $column->index,
                    'heading' => self::short($column->heading),
                    'holds' => $column->holds->value,
                ],
                $table->columns,
            ),
            'notes' => array_map(self::short(...), $table->notes),
        ];
    }

    private static function short(string $text): string
    {
        return mb_strimwidth($text, 0, self::LONGEST, '…');
    }
}
