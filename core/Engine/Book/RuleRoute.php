<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Book;

use ZigzagPost\Core\Number\Ranges;

/** An entry of the index: for which messages a rule's method has to be asked. */
final readonly class RuleRoute
{
    /**
     * @param list<int>|null $ports in ports by position, or null for all
     * @param list<int>|null $numbers first and last of each range of keys or numbers, or null for all
     */
    public function __construct(
        public int $rule,
        public string $method,
        public bool $isTake,
        /** Scene by position; -1 for always. */
        public int $scene,
        public ?array $ports,
        /** Bit n set for channel n. */
        public int $channels,
        public ?array $numbers,
        public ?GestureRoute $gesture = null,
    ) {
    }

    public function matches(int $scene, int $port, int $channel, int $number): bool
    {
        if (($this->scene >= 0 && $this->scene !== $scene) || 0 === ($this->channels & 1 << $channel)) {
            return false;
        }
        if (null !== $this->ports && !\in_array($port, $this->ports, true)) {
            return false;
        }
        if (null === $this->numbers) {
            return true;
        }

        return 0 !== Ranges::place($this->numbers, $number);
    }
}
