<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook;

use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;

/** A rule: which messages it is for, from which ports, and the steps it puts them through. */
final class Rule
{
    /** @var list<Token> names of the in ports it listens to; empty for all */
    public array $from = [];
    /** @var list<Selector> */
    public array $selectors = [];
    /** @var list<Step> */
    public array $steps = [];
    /** Whether all of its controls are switches that send controllers, as far as names tell. */
    public bool $isOfSwitches = false;

    public function __construct(
        public readonly string $title,
        public readonly Span $span,
        /** The scene it belongs to; null when it is always in force. */
        public readonly ?Scene $scene,
        /** Whether it stands for a stack, which acts for the rule that does it. */
        public readonly bool $isStack = false,
    ) {
    }

    public function isCopy(): bool
    {
        return [] !== $this->selectors && $this->selectors[0]->isCopy;
    }

    /** @return list<Reference> */
    public function references(): array
    {
        $references = Reference::all(Reference::IN_PORT, $this->from);
        foreach ($this->steps as $step) {
            array_push($references, ...$step->references());
        }

        return $references;
    }
}
