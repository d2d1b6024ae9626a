<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;

/** Steps that change a message after it was sent for the last time. */
final class IdleSteps implements Check
{
    public function findings(ResolvedRulebook $book): iterable
    {
        foreach ($book->rules as $rule) {
            $last = null;
            foreach ($rule->steps as $index => $step) {
                if ($step->is(Fact::HasEffect)) {
                    $last = $index;
                }
            }
            $idle = null === $last ? [] : \array_slice($rule->steps, $last + 1);
            if ([] !== $idle && $idle[0]->is(Fact::ChangesMessage)) {
                yield Finding::warning(
                    'after-last-send',
                    $idle[0]->span,
                    'this changes the message after it was sent for the last time, and so nobody hears of it; put it above "send"',
                );
            }
        }
    }
}
