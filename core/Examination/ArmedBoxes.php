<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Finding\Fact\ProgramsAreArmed;
use ZigzagPost\Core\Finding\RigFinding;

/** Units whose next program change overwrites something once a gesture has armed them, where rules send them program changes. */
final class ArmedBoxes implements RigCheck
{
    public function findings(RigAnalysis $analysis): iterable
    {
        foreach (Recalled::of($analysis) as $recalled) {
            foreach ($recalled->box->chart->procedures ?? [] as $procedure) {
                if (true === $procedure->armsProgramWrite) {
                    yield new RigFinding(new ProgramsAreArmed($recalled->box->name, $procedure->title, $recalled->line));
                }
            }
        }
    }
}
