<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;
use ZigzagPost\Core\Rulebook\Rule;

/**
 * Streams of per-note expression that would flood a DIN cable: pressure, bend or a whole MPE zone passed on without `thin`.
 *
 * A DIN cable carries 3125 bytes a second, about a thousand messages.
 */
final class UnthinnedStreams implements Check
{
    public function findings(ResolvedRulebook $book): iterable
    {
        foreach ($book->rules as $rule) {
            if ($this->isThinned($rule)) {
                continue;
            }
            foreach ($rule->selectors as $selector) {
                foreach ($selector->kinds as $asked) {
                    $token = $asked->word;
                    $streams = $selector->isMpe() && $this->flattens($rule);
                    if ($streams || Kind::Pressure->value === $token->text || Kind::PolyPressure->value === $token->text) {
                        yield Finding::hint(
                            'stream-without-thin',
                            $token->span,
                            'pressure and expression come in streams that can fill a DIN cable (about a thousand messages a second); put '
                                .'"thin 10ms" before "send"',
                            new Fix('Add "thin 10ms"', [
                                Edit::insertBefore($rule->selectors[\count($rule->selectors) - 1]->span->line + 1, "  thin 10ms\n"),
                            ]),
                        );
                        continue 3;
                    }
                }
            }
        }
    }

    private function isThinned(Rule $rule): bool
    {
        $sends = false;
        foreach ($rule->steps as $step) {
            if ($step->is(Fact::Thins)) {
                return true;
            }
            $sends = $sends || $step->is(Fact::HasEffect);
        }

        return !$sends || [] === $rule->steps;
    }

    private function flattens(Rule $rule): bool
    {
        return [] !== array_filter($rule->steps, static fn ($step): bool => $step->is(Fact::LeavesZone));
    }
}
