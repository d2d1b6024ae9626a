<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;
use ZigzagPost\Core\Rulebook\Rule;

/** Rules that take nothing, send nowhere, or go on after a drop. */
final class EmptyRules implements Check
{
    public function findings(ResolvedRulebook $book): iterable
    {
        foreach ($book->rules as $rule) {
            if ([] === $rule->selectors) {
                yield Finding::error(
                    'no-selector',
                    $rule->span,
                    "rule \"{$rule->title}\" does not say which messages it is for; add a line such as \"take note\"",
                );
            } elseif (!$this->hasEffect($rule)) {
                $last = [] === $rule->steps ? $rule->selectors[\count($rule->selectors) - 1]->span : $rule->steps[\count($rule->steps) - 1]->span;
                $what = $rule->isCopy() ? 'copies messages but sends them nowhere' : 'takes messages but sends them nowhere';
                yield Finding::warning(
                    'sends-nowhere',
                    $rule->span,
                    "rule \"{$rule->title}\" {$what}; end it with \"send\", or with \"drop\" if they are to go no further",
                    new Fix('Add "drop"', [Edit::insertBefore($last->line + 1, "  drop\n")]),
                );
            }
            yield from $this->afterDrop($rule);
        }
    }

    private function hasEffect(Rule $rule): bool
    {
        foreach ($rule->steps as $step) {
            if ($step->is(Fact::HasEffect)) {
                return true;
            }
        }

        return false;
    }

    /** @return iterable<Finding> */
    private function afterDrop(Rule $rule): iterable
    {
        foreach ($rule->steps as $index => $step) {
            if ($step->is(Fact::EndsMessage) && isset($rule->steps[$index + 1])) {
                yield Finding::warning('after-drop', $rule->steps[$index + 1]->span, 'nothing comes this far: the message is dropped above');
            }
        }
    }
}
