<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

/** A message that left, in words, and what it did. */
final readonly class WordedMessage
{
    /**
     * @param string $what port and message
     * @param string $did by which units what was done; empty where nothing was
     */
    public function __construct(public string $what, public string $did = '')
    {
    }

    public function text(): string
    {
        return '' === $this->did ? $this->what : "{$this->what} ({$this->did})";
    }
}
