<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Sheet;

use ZigzagPost\Core\Rulebook\Code\DoesWhat;

/** What a control does in a scene, or in all of them. */
final readonly class SwitchUse
{
    /**
     * @param string|null $scene null in every scene
     * @param string $gesture press, move, short, held or twice
     * @param list<Does> $does in the order in which it is sent
     * @param int $line of the rule
     * @param bool $isByHand whether there is more in the rule than these words say
     * @param list<string> $only under which conditions, in words
     * @param bool $isCopy whether rules below get what it sends as well
     * @param string|null $group in which pressing it chooses it
     * @param string|null $lamp what its lamp is lit for
     * @param list<string> $stack what the stacks do that it sets off, in the order sent
     * @param int|null $lastUs when the last message of several has arrived, in microseconds after the press
     * @param string|null $caution where what it does depends on what the unit shows at the moment
     */
    public function __construct(
        public string $unit,
        public string $control,
        public ?string $scene,
        public string $gesture,
        public array $does,
        public int $line,
        public bool $isByHand,
        public ?string $caution = null,
        public array $only = [],
        public bool $isCopy = false,
        public ?string $group = null,
        public ?string $lamp = null,
        public array $stack = [],
        public ?int $lastUs = null,
    ) {
    }

    /** @return list<string> what it does, in words */
    public function words(): array
    {
        return array_map(static fn (Does $each): string => $each->words, $this->does);
    }

    /** Whether it does this and nothing else. */
    public function doesOnly(DoesWhat $what, ?string $about = null): bool
    {
        return 1 === \count($this->does) && $this->does[0]->what === $what && $this->does[0]->about === $about;
    }
}
