<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

/** The sixteen channels of a stream, with who answers on each. */
final readonly class Comb
{
    /**
     * @param list<Tooth> $teeth
     * @param list<int> $free channels on which nobody answers
     */
    public function __construct(public HeardStream $stream, public array $teeth, public array $free)
    {
    }
}
