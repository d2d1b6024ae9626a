<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

/** A message that left, and the scene in which it did. */
final readonly class Output
{
    /** @param int $scene its position; 0 is the first */
    public function __construct(public int $timeUs, public string $port, public string $bytes, public ?int $pulseUs, public int $scene)
    {
    }

    public function key(): string
    {
        return "{$this->timeUs} {$this->port} ".bin2hex($this->bytes)." {$this->pulseUs}";
    }
}
