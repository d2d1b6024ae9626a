<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Gesture;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\Text\NumberList;

/** The times of gestures of one control agree, over all rules that can be in force together. */
final class GestureTimes implements Check
{
    /** Pairs of lines compared before a rulebook counts as too large to go on. */
    private const PATIENCE = 200_000;

    public function findings(ResolvedRulebook $book): iterable
    {
        $lines = [];
        $compared = 0;
        foreach ($book->rules as $rule) {
            foreach ($rule->selectors as $selector) {
                if (null === $selector->gesture?->time) {
                    continue;
                }
                foreach ($lines as [$otherRule, $other]) {
                    $wrong = ++$compared > self::PATIENCE ? null : $this->disagree($selector->gesture, $other->gesture);
                    if (null !== $wrong && $this->canMeet($book, $rule, $selector, $otherRule, $other)) {
                        yield Finding::error('gesture-times', $selector->span, "{$wrong}, on line {$other->span->line}; for one control they have to agree");
                        continue 2;
                    }
                }
                $lines[] = [$rule, $selector];
            }
        }
    }

    private function disagree(Gesture $one, ?Gesture $other): ?string
    {
        if (null === $one->time || null === $other?->time) {
            return null;
        }
        if ($one->word === $other->word) {
            return $one->time->us === $other->time->us ? null : "\"{$one->print()}\" here and \"{$other->print()}\" there";
        }
        [$held, $twice] = Gesture::HELD === $one->word ? [$one, $other] : [$other, $one];

        return $twice->time?->us <= $held->time?->us ? null : "\"{$twice->print()}\" is longer than \"{$held->print()}\"";
    }

    private function canMeet(Rulebook $book, Rule $rule, Selector $selector, Rule $otherRule, Selector $other): bool
    {
        if (null !== $rule->scene && null !== $otherRule->scene && $rule->scene !== $otherRule->scene) {
            return false;
        }
        if ([] === array_intersect($book->portsHeardBy($rule), $book->portsHeardBy($otherRule))) {
            return false;
        }
        if (!$this->meet($selector->lists['channel'] ?? null, $other->lists['channel'] ?? null)) {
            return false;
        }
        foreach ($selector->matched() as $matched) {
            [$kind, $numbers] = [$matched->kind, $matched->numbers];
            foreach ($other->matched() as $matched) {
                [$otherKind, $otherNumbers] = [$matched->kind, $matched->numbers];
                $lists = Kind::Note === $kind ? [$selector->lists['key'] ?? null, $other->lists['key'] ?? null] : [$numbers, $otherNumbers];
                if ($kind === $otherKind && $this->meet($lists[0], $lists[1])) {
                    return true;
                }
            }
        }

        return false;
    }

    /** Whether two lists have a number in common; no list has all. */
    private function meet(?NumberList $one, ?NumberList $other): bool
    {
        foreach ($one->ranges ?? [] as $range) {
            [$from, $to] = [$range->from, $range->to];
            foreach ($other->ranges ?? [] as $range) {
                [$otherFrom, $otherTo] = [$range->from, $range->to];
                if (max($from->value, $otherFrom->value) <= min($to->value, $otherTo->value)) {
                    return true;
                }
            }
        }

        return null === $one || null === $other;
    }
}
