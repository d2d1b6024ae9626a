<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

/** The command by which an element was found, and which of its answer it was. */
final readonly class FoundBy
{
    /** @param array<mixed> $params */
    public function __construct(
        public string $command,
        public array $params,
        public int $place,
        public int $of,
    ) {
    }
}
