<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\Step\DoStep;
use ZigzagPost\Core\Rulebook\Step\LightStep;
use ZigzagPost\Core\Rulebook\Step\RecallStep;
use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Step\TurnStep;

/** Steps that act on the press of a switch and once more when it is let go. */
final class ActsTwice implements Check
{
    public function findings(ResolvedRulebook $book): iterable
    {
        foreach ($book->rules as $rule) {
            if (!$rule->isOfSwitches || !$this->takesControllers($rule)) {
                continue;
            }
            foreach ($rule->steps as $step) {
                if ($step->is(Fact::PassesPresses) || $step->is(Fact::Toggles) || $step->is(Fact::AsksFirst)) {
                    break;
                }
                if (self::acts($step)) {
                    yield Finding::warning(
                        'acts-twice',
                        $step->span,
                        'this acts when the switch is pressed and again when it is let go; put "press" above it',
                        new Fix('Put "press" above', [Edit::insertBefore($step->span->line, "  press\n")]),
                    );
                    break;
                }
            }
        }
    }

    private static function acts(Step $step): bool
    {
        return $step instanceof RecallStep
            || $step instanceof LightStep
            || $step instanceof DoStep
            || ($step instanceof TurnStep && $step->actsOnAny());
    }

    private function takesControllers(Rule $rule): bool
    {
        return [] !==
            array_filter(
                $rule->selectors,
                static fn (Selector $selector): bool => null === $selector->gesture
                    && null === $selector->where
                    && $selector->takes(Kind::Cc),
            );
    }
}
