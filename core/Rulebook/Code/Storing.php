<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

/** A device whose programs store parameters: what they stand at after a program change. */
final readonly class Storing
{
    /**
     * @param list<Target> $parameters that programs store
     * @param list<KnownProgram> $programs of which that is known
     */
    public function __construct(public string $port, public int $channel, public array $parameters, public array $programs)
    {
    }
}
