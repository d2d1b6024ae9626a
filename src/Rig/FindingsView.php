<?php

declare(strict_types=1);

namespace App\Rig;

use ZigzagPost\Core\Situation\Examination;
use ZigzagPost\Core\Situation\RigFinding;

/** What was found in a rig, as it is shown. */
final class FindingsView
{
    /** @return array{findings: list<array<string, mixed>>, resting: list<array<string, mixed>>, cautions: list<string>} */
    public static function of(Examination $examination): array
    {
        return ['findings' => array_map(self::finding(...), $examination->findings), 'resting' => array_map(self::finding(...), $examination->resting), 'cautions' => $examination->cautions];
    }

    /** @return array<string, mixed> */
    private static function finding(RigFinding $finding): array
    {
        return [
            'key' => $finding->key(),
            'severity' => $finding->severity->value,
            'code' => $finding->code,
            'cause' => $finding->cause,
            'line' => $finding->line,
            'text' => $finding->text,
            'job' => $finding->job,
            'consequences' => $finding->consequences,
            'fix' => null === $finding->fix ? null : ['title' => $finding->fix->title, 'changes' => (object) $finding->fix->changes, 'isOfRules' => [] !== $finding->fix->edits],
        ];
    }
}
