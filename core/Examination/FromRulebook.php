<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\NamedUnit;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Finding\Fact\RulesAreWrong;
use ZigzagPost\Core\Finding\RigFinding;

/** What is found in the rulebook, by its line. */
final class FromRulebook implements RigCheck
{
    public function findings(RigAnalysis $analysis): iterable
    {
        if (null === $analysis->setup->rig->rulebook) {
            return;
        }
        $named = NamedUnit::in($analysis->checked()->written);
        foreach ($analysis->checked()->findings as $finding) {
            $unit = $named[NamedUnit::at($finding->span)] ?? null;
            yield new RigFinding(
                new RulesAreWrong($finding->severity, $finding->code, $finding->span->line, $finding->text, $unit?->unit, true === $unit?->hears),
            );
        }
    }
}
