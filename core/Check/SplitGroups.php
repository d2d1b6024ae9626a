<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\NumberList;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;

/** Plain controllers asked for on a port where they are assembled into parameter messages or pairs, and so never come. */
final class SplitGroups implements Check
{
    private const PARAMETER_CONTROLLERS = [6, 38, 96, 97, 98, 99, 100, 101];

    public function findings(Rulebook $book): iterable
    {
        foreach ($book->rules as $rule) {
            foreach ($rule->selectors as $selector) {
                foreach ($selector->kinds as [$token, $numbers]) {
                    if (Kind::Cc->value === $token->text && null !== $numbers && $this->isAllParameters($numbers) && $this->isAssembled($book, $rule)) {
                        yield Finding::warning('split-group', $numbers->span(), 'these controllers are parts of NRPN and RPN messages, which another rule takes whole from this port; take "nrpn" or "rpn" instead');
                    }
                }
            }
        }
    }

    private function isAllParameters(NumberList $numbers): bool
    {
        return [] === array_diff($numbers->numbers(), self::PARAMETER_CONTROLLERS);
    }

    private function isAssembled(Rulebook $book, Rule $rule): bool
    {
        foreach ($book->rules as $other) {
            $shares = [] === $rule->from || [] === $other->from || [] !== array_intersect($this->names($rule), $this->names($other));
            foreach ($other->selectors as $selector) {
                foreach ($selector->kinds as [$token]) {
                    if ($shares && \in_array($token->text, [Kind::Nrpn->value, Kind::Rpn->value], true)) {
                        return true;
                    }
                }
            }
        }

        return false;
    }

    /** @return list<string> */
    private function names(Rule $rule): array
    {
        return array_map(static fn ($name): string => $name->text, $rule->from);
    }
}
