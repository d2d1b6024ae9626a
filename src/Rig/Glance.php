<?php

declare(strict_types=1);

namespace App\Rig;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Check\Finding;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Document\Evening;
use ZigzagPost\Core\Rig\Document\LogLine;

/** How a show stands, in a few numbers. */
final class Glance
{
    /** @return array<string, mixed> */
    public static function ofRig(RigAnalysis $analysis): array
    {
        $rig = $analysis->setup->rig;
        $severities = array_map(static fn (RigFinding $finding): string => $finding->fact->severity()->value, Examination::of($analysis)->findings);
        $played = array_map(
            static fn (LogLine $line): string => $line->at,
            array_filter($rig->log, static fn (LogLine $line): bool => Evening::Performance === $line->what),
        );

        return [
            'songs' => \count($rig->show->songs ?? []),
            'findings' => self::counted($severities),
            'proofs' => \count($rig->proofs),
            'lastPlayed' => [] === $played ? null : max($played),
        ];
    }

    /** @return array<string, mixed> of rules that no rig plays */
    public static function ofRules(string $rules): array
    {
        $severities = array_map(static fn (Finding $finding): string => $finding->severity->value, Checker::check($rules)->findings);

        return ['songs' => 0, 'findings' => self::counted($severities), 'proofs' => 0, 'lastPlayed' => null];
    }

    /**
     * @param list<string> $severities
     *
     * @return array{error: int, warning: int, hint: int}
     */
    private static function counted(array $severities): array
    {
        $counts = array_count_values($severities);

        return ['error' => $counts['error'] ?? 0, 'warning' => $counts['warning'] ?? 0, 'hint' => $counts['hint'] ?? 0];
    }
}
