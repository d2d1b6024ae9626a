<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\LeadOfRig;
use ZigzagPost\Core\Finding\Subject\Subject;
use ZigzagPost\Core\Rig\Fit\Load;

/** What streams over a lead, held against what it can carry, and what would help. */
abstract readonly class LeadCarriesMuch extends RigFact
{
    /**
     * @param list<string> $streams what streams over it
     * @param int|null $thinMs one message in so many milliseconds would do; null where that does not help
     * @param bool $isOfRules whether rules send it
     */
    public function __construct(
        public string $lead,
        public string $from,
        public float $percent,
        public array $streams,
        public ?int $thinMs,
        public bool $isOfRules,
    ) {
    }

    public function subject(): Subject
    {
        return new LeadOfRig($this->lead, $this->from);
    }

    public function text(): string
    {
        $advice = match (true) {
            null === $this->thinMs => '; what cannot be thinned is too much for it alone',
            $this->isOfRules => "; put \"thin {$this->thinMs}ms\" into the rules for it, so that ".Load::WARN_PERCENT.' % are not passed',
            default => "; let the sender send no more than one message in {$this->thinMs} ms",
        };

        return "the lead gets {$this->percent} % of what it can carry, from ".implode(', ', $this->streams).$advice;
    }

    public function formerly(): string
    {
        $advice = match (true) {
            null === $this->thinMs => '; what cannot be thinned is too much for it alone',
            $this->isOfRules => "; put \"thin {$this->thinMs}ms\" into the rules for it, so that ".Load::WARN_PERCENT.' % are not passed',
            default => "; let the sender send no more than one message in {$this->thinMs} ms",
        };

        return "{$this->percent} % of what the lead can carry streams over it: ".implode(', ', $this->streams).$advice;
    }
}
