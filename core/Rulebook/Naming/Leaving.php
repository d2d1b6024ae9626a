<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Naming;

/** Something that leaves on an out port within a stack or scene change. */
final readonly class Leaving
{
    /**
     * @param int $bytes at most
     * @param int $atUs microseconds from the beginning
     * @param string $device which it is for; empty for none that is named
     * @param int $deafUs how long the device is deaf after its last byte
     */
    public function __construct(public string $port, public int $bytes, public int $atUs, public string $device = '', public int $deafUs = 0)
    {
    }

    public function later(int $us): self
    {
        return new self($this->port, $this->bytes, $this->atUs + $us, $this->device, $this->deafUs);
    }
}
