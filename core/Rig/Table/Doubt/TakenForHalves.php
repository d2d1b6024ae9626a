<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table\Doubt;

/** Two numbers could be halves of one, or two. */
final readonly class TakenForHalves implements Doubt
{
    public function __construct(public string $high, public string $low)
    {
    }

    public function text(): string
    {
        return "{$this->high} and {$this->low} were taken for the halves of an NRPN";
    }
}
