<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

/** A lamp that is kept true, and what it is lit for. */
final readonly class LitLamp
{
    /**
     * @param list<ControlMessage> $messages what its control sends
     * @param list<array{string, int}> $groups name, and the place in it
     * @param list<array{int, int, ControlMessage, int|null}> $toggles rule, step, the control, and the scene in which it counts (null for all)
     * @param list<array{Target, int, int, int|null}> $others parameter, its first and its second value, scene
     * @param list<array{int, int|null}> $scenes the scene it leads to, and that in which it counts
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
