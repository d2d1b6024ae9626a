<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Wire;

/** What is drawn from one output of a supply, or from several that share a limit. */
final readonly class SupplyLoad
{
    /** Of what an output gives, so much may be drawn, in per cent. */
    public const MOST_PERCENT = 80;

    /**
     * @param list<string> $units
     * @param float|null $needsMa null where a chart does not say what its unit needs
     */
    public function __construct(public string $supply, public array $units, public ?float $needsMa, public ?float $givesMa)
    {
    }

    public function percent(): ?float
    {
        return null === $this->needsMa || null === $this->givesMa || $this->givesMa <= 0 ? null : round(100 * $this->needsMa / $this->givesMa, 1);
    }

    public function isTooMuch(): bool
    {
        return null !== $this->percent() && $this->percent() > self::MOST_PERCENT;
    }
}
