<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\Change\RuleChange;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;

/** Rules that never see a message because earlier ones take everything they ask for. */
final class UnreachableRules implements Check
{
    /** The text of the rulebook, once it is needed. */
    private ?Source $source = null;

    public function findings(ResolvedRulebook $book): iterable
    {
        $this->source = null;
        $claims = new Claims($book); // what rules take of the messages themselves
        $messages = new Claims($book); // the same with controls that gestures are made of
        $gestures = ['' => $claims];
        $titles = array_map(static fn ($scene): string => $scene->title, $book->scenes);
        foreach ($book->rules as $index => $rule) {
            if ([] === $rule->selectors) {
                continue;
            }
            $gesture = $this->gesture($rule);
            $gestures[$gesture] ??= new Claims($book);
            $asked = $claims->of($rule, false);
            foreach ('' === $gesture ? [$messages] : [$claims, $gestures[$gesture]] as $above) {
                if ([] !== $asked && $above->cover($rule, $asked, $titles)) {
                    yield $this->finding($book, $rule, $above->taker($book, $rule, $asked));
                    continue 2;
                }
            }
            if (!$rule->isCopy()) {
                $messages->add($rule, $index, $messages->of($rule, true));
                if ($this->isSure($rule, $gesture)) {
                    $gestures[$gesture]->add($rule, $index, $messages->of($rule, true));
                }
            }
            if ($messages->isTired()) {
                return; // so large a rulebook is not looked through to its end
            }
        }
    }

    /** What its first line that asks for a gesture asks for; '' for none. */
    private function gesture(Rule $rule): string
    {
        foreach ($rule->selectors as $selector) {
            if (null !== $selector->gesture) {
                return $selector->gesture->word;
            }
        }

        return '';
    }

    /** Whether it takes all messages, or this one gesture, of what it asks for. */
    private function isSure(Rule $rule, string $gesture): bool
    {
        foreach ($rule->selectors as $selector) {
            if (
                ($selector->gesture->word ?? '') !== $gesture
                || ('' !== $gesture && (null !== $selector->where || isset($selector->lists['value']) || isset($selector->lists['velocity'])))
            ) {
                return false;
            }
        }

        return true;
    }

    private function finding(Rulebook $book, Rule $rule, ?Rule $taker): Finding
    {
        if (null === $taker) {
            return Finding::warning(
                'unreachable',
                $rule->span,
                "rule \"{$rule->title}\" can never be reached: the rules above it take everything it asks for",
            );
        }
        $fix = $taker->scene === $rule->scene ? $this->moveAbove($book, $rule, $taker) : [];

        return Finding::warning(
            'unreachable',
            $rule->span,
            "rule \"{$rule->title}\" can never be reached: \"{$taker->title}\" on line {$taker->span->line} takes everything it asks for",
            ...$fix,
        );
    }

    /**
     * Moves a rule with its comments; not where a line of it could not be read.
     *
     * @return list<Fix>
     */
    private function moveAbove(Rulebook $book, Rule $rule, Rule $earlier): array
    {
        $source = $this->source ??= Source::ofBook($book);
        foreach ($book->unreadable as $unreadable) {
            if ($unreadable > $rule->span->line && $unreadable <= $source->end($rule) + 1) {
                return [];
            }
        }

        return [new Fix("Move it above \"{$earlier->title}\"", RuleChange::move($source, $rule, $earlier))];
    }
}
