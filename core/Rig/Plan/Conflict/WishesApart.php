<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan\Conflict;

/** What is wanted of the direct ways does not go together. */
final readonly class WishesApart implements Why
{
    /**
     * @param non-empty-list<string> $wishes what no settings bring about together, in words
     * @param string|null $setting title of the one setting on which all of it hangs, such as one jumper behind two plugs
     * @param string|null $unit whose setting that is
     */
    public function __construct(public array $wishes, public ?string $setting, public ?string $unit)
    {
    }

    public function words(): string
    {
        return 'no settings bring about that '.
            implode(', and that ', $this->wishes).
            (null === $this->setting ? '' : ": all of it hangs on {$this->setting} of {$this->unit}");
    }

    public function isOfSharing(): bool
    {
        return false;
    }
}
