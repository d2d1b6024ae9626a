<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Finding\Fact\TogglesByItself;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Chart\Behaviour;
use ZigzagPost\Core\Rulebook\Step\TurnStep;

/** `turn … to other` on a parameter that changes over on any value by itself: the two lose step with each other. */
final class TogglesTwice implements RigCheck
{
    public function findings(RigAnalysis $analysis): iterable
    {
        foreach ($analysis->checked()->book->steps() as $step) {
            $target = $step instanceof TurnStep && $step->isOther() ? $step->target() : null;
            $parameter = null === $target ? null : $analysis->setup->box($target->device)?->parameter($target->title);
            if (null !== $target && Behaviour::Toggles === $parameter?->behaviour) {
                yield new RigFinding(new TogglesByItself($step->span->line, $target->device, $target->title, $target->high));
            }
        }
    }
}
