<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Finding\Fact\ProgramsAreArmed;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rulebook\Step\RecallStep;

/** Units whose next program change overwrites something once a gesture has armed them, where rules send them program changes. */
final class ArmedBoxes implements RigCheck
{
    public function findings(RigAnalysis $analysis): iterable
    {
        $recalled = [];
        foreach ($analysis->checked()->book->steps() as $step) {
            if ($step instanceof RecallStep) {
                $recalled[$step->device->text] ??= $step->span->line;
            }
        }
        foreach ($analysis->setup->boxes as $box) {
            foreach (isset($recalled[$box->name]) ? $box->chart->procedures ?? [] : [] as $procedure) {
                if (true === $procedure->armsProgramWrite) {
                    yield new RigFinding(new ProgramsAreArmed($box->name, $procedure->title, $recalled[$box->name]));
                }
            }
        }
    }
}
