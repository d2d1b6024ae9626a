<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\ResolvedRulebook;
use ZigzagPost\Core\Rulebook\Step\RestoreStep;

/** Restoring a device whose parameters toggle or trigger leaves these to a hand. */
final class RestoresByHand implements Check
{
    public function findings(ResolvedRulebook $book): iterable
    {
        $lists = array_map(static fn ($rule): array => $rule->steps, $book->rules);
        foreach ($book->scenes as $scene) {
            array_push($lists, $scene->onEnter, $scene->onLeave);
        }
        foreach ($book->stacks as $stack) {
            $lists[] = $stack->steps;
        }
        foreach (array_merge(...$lists) as $step) {
            if ($step instanceof RestoreStep && [] !== $step->byHand()) {
                yield Finding::hint(
                    'restore-by-hand',
                    $step->span,
                    'nothing is sent to '.implode(', ', $step->byHand()).', since a message would only toggle or trigger it; a hand sets it',
                );
            }
        }
    }
}
