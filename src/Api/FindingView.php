<?php

declare(strict_types=1);

namespace App\Api;

use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Check\Edit;
use ZigzagPost\Core\Check\Finding;
use ZigzagPost\Core\Check\Fix;

/** What checking a rulebook gave, as the API sends it. */
final class FindingView
{
    /** @return array<string, mixed> */
    public static function of(Checker $checked): array
    {
        $book = $checked->book;

        return [
            'runs' => !$checked->hasErrors(),
            'title' => $book->title,
            'names' => [
                'in' => $book->portNames(true),
                'out' => $book->portNames(false),
                'tables' => array_keys($book->tables),
                'curves' => array_keys($book->curves),
                'memories' => array_keys($book->memories),
            ],
            'findings' => array_map(self::finding(...), $checked->findings),
        ];
    }

    /** @return array<string, mixed> */
    private static function finding(Finding $finding): array
    {
        return [
            'severity' => $finding->severity->value,
            'code' => $finding->code,
            'line' => $finding->span->line,
            'column' => $finding->span->column,
            'length' => $finding->span->length,
            'text' => $finding->text,
            'fixes' => array_map(static fn (Fix $fix): array => [
                'title' => $fix->title,
                'edits' => array_map(static fn (Edit $edit): array => get_object_vars($edit), $fix->edits),
            ], $finding->fixes),
        ];
    }
}
