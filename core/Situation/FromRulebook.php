<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation;

use ZigzagPost\Core\Finding\Fact\RulesAreWrong;
use ZigzagPost\Core\Finding\RigFinding;

/** What is found in the rulebook, by its line. */
final class FromRulebook implements RigCheck
{
    public function findings(RigAnalysis $situation): iterable
    {
        if (null === $situation->setup->rig->rulebook) {
            return;
        }
        $named = NamedUnit::in($situation->checked()->written);
        foreach ($situation->checked()->findings as $finding) {
            $unit = $named[NamedUnit::at($finding->span)] ?? null;
            yield new RigFinding(
                new RulesAreWrong($finding->severity, $finding->code, $finding->span->line, $finding->text, $unit?->unit, true === $unit?->hears),
            );
        }
    }
}
