<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\Of;
use ZigzagPost\Core\Data\OneOf;
use ZigzagPost\Core\Data\Text;

/** What joins two plugs: a chain of cables and adapters from end a to end b. */
final readonly class Lead
{
    /** @param list<Part> $parts */
    public function __construct(
        #[Text(60)]
        public string $id,
        #[Of(LeadEnd::class)]
        public LeadEnd $a,
        #[Of(LeadEnd::class)]
        public LeadEnd $b,
        #[ListOf(new Of(Part::class), 20)]
        public array $parts = [],
        #[Of(Session::class)]
        public ?Session $session = null,
        #[Text(300)]
        public ?string $wantedDouble = null,
        #[OneOf(LeadUse::class)]
        public ?LeadUse $use = null,
        #[Of(AudioRoute::class)]
        public ?AudioRoute $audio = null,
    ) {
    }

    /**
     * The same lead, made of other cables and adapters.
     *
     * @param list<Part> $parts
     */
    public function with(array $parts): self
    {
        return new self($this->id, $this->a, $this->b, $parts, $this->session, $this->wantedDouble, $this->use, $this->audio);
    }

    /** How long it is at least: the parts of which that is known. */
    public function leastM(): float
    {
        return array_sum(array_map(static fn (Part $part): float => $part->lengthM ?? 0.0, $this->parts));
    }

    /** Whether messages that it carries are there to be played with. */
    public function isToPlay(): bool
    {
        return null === $this->use || LeadUse::Play === $this->use;
    }

    /** The length in metres, if all of its cables have one. */
    public function lengthM(): ?float
    {
        $length = 0.0;
        foreach ($this->parts as $part) {
            if (null === $part->lengthM) {
                return null;
            }
            $length += $part->lengthM;
        }

        return $length;
    }
}
