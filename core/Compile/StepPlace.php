<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Compile;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Surroundings;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Text\Span;

/** A step among the steps of its rule. */
final class StepPlace implements Surroundings
{
    /** Index of the present step. */
    public int $at = 0;

    /** @param bool $isOfNote whether the message came in as a note */
    public function __construct(private readonly Rule $rule, private readonly bool $isOfNote)
    {
    }

    public function isEndedAbove(): bool
    {
        $isNote = $this->isOfNote;
        foreach ($this->above() as $step) {
            if ($isNote && $step->is(Fact::EndsNotes)) {
                return true;
            }
            $isNote = null === $step->makes() ? $isNote : Kind::Note === $step->makes();
        }

        return false;
    }

    public function comesBefore(Fact $fact, Fact $other): bool
    {
        foreach ($this->below() as $step) {
            if ($step->is($fact) || $step->is($other)) {
                return $step->is($fact);
            }
        }

        return false;
    }

    public function isAbove(Fact $fact): bool
    {
        return [] !== array_filter($this->above(), static fn (Step $step): bool => $step->is($fact));
    }

    public function isBelow(Fact $fact): bool
    {
        return [] !== array_filter($this->below(), static fn (Step $step): bool => $step->is($fact));
    }

    /** @return list<Step> */
    public function above(): array
    {
        return \array_slice($this->rule->steps, 0, $this->at);
    }

    /** @return list<Step> */
    public function below(): array
    {
        return \array_slice($this->rule->steps, $this->at + 1);
    }

    /** Index of the step below the present one, whether there is one or not. */
    public function next(): int
    {
        return $this->at + 1;
    }

    /** Where the present step stands. */
    public function span(): Span
    {
        return $this->rule->steps[$this->at]->span ?? $this->rule->span;
    }
}
