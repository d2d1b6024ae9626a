<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

/** A place at which a proof differs: what left before, and what leaves now. */
final readonly class Change
{
    /**
     * @param string|null $song of the set list, where the scene belongs to one
     * @param string|null $scene its title
     * @param list<WordedMessage> $was messages that were accepted
     * @param list<WordedMessage> $now
     * @param list<string> $came messages that came in just then, or last before, in words
     * @param list<string> $units those that are told something else
     */
    public function __construct(
        public int $timeUs,
        public ?string $song,
        public ?string $scene,
        public array $was,
        public array $now,
        public array $units,
        public array $came = [],
    ) {
    }
}
