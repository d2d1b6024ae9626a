<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation;

use ZigzagPost\Core\Rig\Chart\Behaviour;
use ZigzagPost\Core\Rulebook\Step\TurnStep;

/** `turn … to other` on a parameter that changes over on any value by itself: the two lose step with each other. */
final class TogglesTwice implements RigCheck
{
    public function findings(Situation $situation): iterable
    {
        foreach ($situation->checked()->book->steps() as $step) {
            $target = $step instanceof TurnStep && $step->isOther() ? $step->target() : null;
            $parameter = null === $target ? null : $situation->setup->box($target->device)?->parameter($target->title);
            if (null !== $target && Behaviour::Toggles === $parameter?->behaviour) {
                yield RigFinding::warning('toggles-by-itself', "line {$step->span->line}", "\"{$target->title}\" of {$target->device} changes over on any value; \"to other\" says which way, and after the first missed message it is the wrong one. Take presses only, and turn it to {$target->high}", null, null, $step->span->line);
            }
        }
    }
}
