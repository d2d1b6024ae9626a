<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan\Conflict;

/** A single change after which there is a plan. */
final readonly class Freeing
{
    /**
     * @param list<string> $units to be changed; more than one only where they share
     * @param Lower|null $orElse a setting that may be put lower instead
     */
    public function __construct(public FreeingKind $kind, public array $units, public ?Lower $orElse = null)
    {
    }

    public function words(): string
    {
        $units = implode(' and ', $this->units);

        return match ($this->kind) {
            FreeingKind::Unpin => "unpin {$units}",
            FreeingKind::ShareWithSplitNumbers => "let {$units} share a channel with split numbers",
            FreeingKind::SmallerZone => "make the zone of {$units} smaller",
            FreeingKind::FewerChannels => "let {$units} answer on fewer channels",
            FreeingKind::OtherPort => "move {$units} to another port",
        }.(null === $this->orElse ? '' : ", or set its {$this->orElse->setting} to {$this->orElse->most} at most");
    }
}
