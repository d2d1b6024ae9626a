<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\State;

/** Under which name the state keeps what a `flatten` step makes of a zone of an in port. */
final readonly class FlatKey
{
    private function __construct(public string $step, public int $port, public int $side)
    {
    }

    public static function of(string $step, int $port, int $side): string
    {
        return "{$step}:{$port}:{$side}";
    }

    public static function read(string $key): self
    {
        [$step, $port, $side] = explode(':', $key);

        return new self($step, (int) $port, (int) $side);
    }
}
