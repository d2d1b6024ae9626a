<?php

declare(strict_types=1);

namespace App\Api;

use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Check\Finding;
use ZigzagPost\Core\Check\Fix;
use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Text\Reference;

/** What checking a rulebook gave, as the API sends it. */
final class FindingView
{
    /** Findings shown at once; nobody reads more. */
    private const MOST = 500;

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
                'groups' => array_keys($book->groups),
                'stacks' => array_keys($book->stacks),
                'clocks' => array_keys($book->clocks),
                'scenes' => $book->declared(Reference::SCENE),
            ],
            'findings' => array_map(self::finding(...), self::most($checked->findings)),
        ];
    }

    /**
     * The findings that are shown: errors first to stay, if there are very many.
     *
     * @param list<Finding> $findings
     *
     * @return list<Finding>
     */
    private static function most(array $findings): array
    {
        if (\count($findings) <= self::MOST) {
            return $findings;
        }
        $isError = static fn (Finding $finding): bool => Severity::Error === $finding->severity;
        $errors = array_values(array_filter($findings, $isError));

        return \array_slice([] === $errors ? $findings : $errors, 0, self::MOST);
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
