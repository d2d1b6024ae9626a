<?php

declare(strict_types=1);

namespace App\Rig;

use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\Fact\RigFact;
use ZigzagPost\Core\Finding\FixLine;
use ZigzagPost\Core\Finding\FixPreview;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Finding\Subject\LeadOfRig;
use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\ParameterOfUnit;
use ZigzagPost\Core\Finding\Subject\SeveralUnits;
use ZigzagPost\Core\Finding\Subject\Subject;
use ZigzagPost\Core\Rig\Document\Rest;
use ZigzagPost\Core\Rig\Document\Rig;

/** What was found in a rig, as it is shown. */
final class FindingsView
{
    /** @return array{findings: list<array<string, mixed>>, resting: list<array<string, mixed>>, cautions: list<string>} */
    public static function of(Examination $examination, Rig $rig): array
    {
        $json = json_decode(Json::write($rig));

        return [
            'findings' => self::all($examination->findings, $examination->rests, $rig, $json),
            'resting' => self::all($examination->resting, $examination->rests, $rig, $json),
            'cautions' => $examination->cautions,
        ];
    }

    /**
     * @param list<RigFinding> $findings
     * @param list<Rest> $rests
     *
     * @return list<array<string, mixed>>
     */
    private static function all(array $findings, array $rests, Rig $rig, mixed $json): array
    {
        $all = [];
        foreach ($findings as $finding) {
            $all[] = self::finding($finding, $finding->restAmong($rests), $rig, $json);
        }

        return $all;
    }

    /** @return array<string, mixed> */
    private static function finding(RigFinding $finding, ?Rest $rest, Rig $rig, mixed $json): array
    {
        $fact = $finding->fact;

        return [
            'key' => $finding->key(),
            'restsAs' => $rest?->cause,
            'severity' => $fact->severity()->value,
            'code' => $fact->code(),
            'cause' => $fact->subject()->words(),
            ...self::place($fact->subject()),
            'line' => $fact->line(),
            'text' => $fact->text(),
            'job' => $fact->job(),
            'consequences' => array_map(static fn (RigFact $each): string => $each->asConsequence(), $finding->consequences),
            'fix' => null === $finding->fix
                    ? null
                    : [
                        'title' => $finding->fix->title,
                        'preview' => array_map(static fn (FixLine $line): string => $line->words(), FixPreview::of($finding->fix, $rig, $json)),
                    ],
        ];
    }

    /** @return array{unit: string|null, lead: string|null} where to look: one of the units, or the lead */
    private static function place(Subject $subject): array
    {
        return [
            'unit' => match (true) {
                $subject instanceof OneUnit, $subject instanceof ParameterOfUnit => $subject->unit,
                $subject instanceof SeveralUnits => $subject->unit ?? $subject->units[0],
                default => null,
            },
            'lead' => $subject instanceof LeadOfRig ? $subject->lead : null,
        ];
    }
}
