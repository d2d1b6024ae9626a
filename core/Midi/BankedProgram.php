<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Midi;

/** What calls a program: bank select MSB (CC 0) and LSB (CC 32), each 0 to 127 or null where it is not sent, and the program change, 0 to 127. */
final readonly class BankedProgram
{
    public function __construct(public ?int $msb, public ?int $lsb, public int $program)
    {
    }

    public function withoutBank(): self
    {
        return new self(null, null, $this->program);
    }
}
