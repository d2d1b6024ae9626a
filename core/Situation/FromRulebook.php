<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation;

/** What is found in the rulebook, by its line. */
final class FromRulebook implements RigCheck
{
    public function findings(Situation $situation): iterable
    {
        if (null === $situation->setup->rig->rulebook) {
            return;
        }
        $named = NamedUnit::in($situation->checked()->written);
        foreach ($situation->checked()->findings as $finding) {
            yield RigFinding::ofLine($finding->severity, $finding->code, $finding->span->line, $finding->text)->about($named[NamedUnit::at($finding->span)] ?? null);
        }
    }
}
