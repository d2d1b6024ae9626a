<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;

/** A toggle behind a press: if the device toggles by itself, it needs presses only. */
final class DoubleToggles implements Check
{
    public function findings(ResolvedRulebook $book): iterable
    {
        foreach ($book->rules as $rule) {
            foreach ($rule->steps as $index => $step) {
                $before = $rule->steps[$index - 1] ?? null;
                if ($step->is(Fact::Toggles) && true === $before?->is(Fact::Toggles)) {
                    yield Finding::warning(
                        'double-toggle',
                        $step->span,
                        'two toggles in a row: every second press is lost; keep one',
                        new Fix('Delete this line', [Edit::deleteLine($book, $step->span->line)]),
                    );
                } elseif ($step->is(Fact::Toggles) && true !== $before?->is(Fact::PassesPresses) && $rule->isCopy()) {
                    yield Finding::hint(
                        'double-toggle',
                        $step->span,
                        'the message itself goes on from this copy; if the device there toggles too, the two get out of step',
                    );
                }
            }
        }
    }
}
