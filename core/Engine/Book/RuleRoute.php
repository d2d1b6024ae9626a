<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Book;

/** An entry of the index: for which messages a rule's method has to be asked. Plain numbers, so that it compiles to a constant. */
final readonly class RuleRoute
{
    /**
     * @param list<int>|null $ports in ports by position, or null for all
     * @param list<array{int, int}>|null $numbers ranges of keys or numbers, or null for all
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
        /** @var array{string, int, string}|null the gesture it is for, its time in microseconds, and the method to run when it happens */
        public ?array $gesture = null,
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
        foreach ($this->numbers as [$low, $high]) {
            if ($number >= $low && $number <= $high) {
                return true;
            }
        }

        return false;
    }
}
