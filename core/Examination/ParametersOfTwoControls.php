<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Finding\Fact\TwoRulesMoveIt;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Step\TurnStep;

/** Parameters that two rules let follow a control, so that each leaps back to where its own stands. */
final class ParametersOfTwoControls implements RigCheck
{
    public function findings(RigAnalysis $analysis): iterable
    {
        $seen = [];
        foreach ($analysis->checked()->book->rules as $rule) {
            foreach ($rule->steps as $step) {
                $target = $step instanceof TurnStep && $step->follows() ? $step->target() : null;
                if (null === $target) {
                    continue;
                }
                $key = "{$target->device}\t{$target->title}";
                foreach ($seen[$key] ?? [] as $other) {
                    if ($other !== $rule && $this->areInForceTogether($other, $rule)) {
                        yield new RigFinding(new TwoRulesMoveIt($target->device, $target->title, $rule->title, $other->title));
                        continue 3;
                    }
                }
                $seen[$key][] = $rule;
            }
        }
    }

    private function areInForceTogether(Rule $one, Rule $other): bool
    {
        return null === $one->scene || null === $other->scene || $one->scene === $other->scene;
    }
}
