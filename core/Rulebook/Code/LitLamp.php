<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

/** A lamp that is kept true, and what it is lit for. */
final readonly class LitLamp
{
    /**
     * @param list<ControlMessage> $messages what its control sends
     * @param list<GroupPlace> $groups
     * @param list<LitByToggle> $toggles
     * @param list<LitByParameter> $others
     * @param list<LitByScene> $scenes
     */
    public function __construct(
        public string $device,
        public array $messages,
        public LampMessage $lamp,
        public array $groups,
        public array $toggles,
        public array $others,
        public array $scenes,
    ) {
    }

    /** How many sorts of reasons there are for it to be lit. */
    public function sorts(): int
    {
        return \count(array_filter([$this->groups, [...$this->toggles, ...$this->others], $this->scenes]));
    }
}
