<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Wire;

/** What was found of a lead: the verdict with its reason, and what would mend it. */
final readonly class Judgement
{
    /**
     * @param string|null $contact the contact that is wrong, at which end
     * @param Mend|null $mend the cheapest change that makes it work
     * @param list<string> $warnings
     * @param list<string> $cautions
     * @param list<ContactPath> $continuity
     * @param string|null $unknown the fact that is missing
     * @param WrongContact|StrayPower|null $wrong what stands on another contact than the other end expects, or is made for
     */
    public function __construct(
        public Verdict $verdict,
        public string $reason,
        public ?string $contact = null,
        public ?Mend $mend = null,
        public array $warnings = [],
        public array $cautions = [],
        public array $continuity = [],
        public ?string $unknown = null,
        public WrongContact|StrayPower|null $wrong = null,
    ) {
    }

    public static function works(string $reason): self
    {
        return new self(Verdict::Works, $reason);
    }

    public static function dead(string $reason, ?string $contact = null, ?WrongContact $wrong = null): self
    {
        return new self(Verdict::Dead, $reason, $contact, wrong: $wrong);
    }

    public static function mayDamage(string $reason, ?string $contact = null, ?StrayPower $wrong = null): self
    {
        return new self(Verdict::MayDamage, $reason, $contact, wrong: $wrong);
    }

    /** @param string $fact what is not known */
    public static function unknown(string $fact, string $reason): self
    {
        return new self(Verdict::Unknown, $reason, unknown: $fact);
    }

    /** The reason as it is told. */
    public function told(): string
    {
        return $this->wrong?->words() ?? $this->reason;
    }

    /** Which is the worse news: damage, then dead, then unknown. */
    public function rank(): int
    {
        return match ($this->verdict) {
            Verdict::MayDamage => 3,
            Verdict::Dead => 2,
            Verdict::Unknown => 1,
            Verdict::Works => 0,
        };
    }
}
