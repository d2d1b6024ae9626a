<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\State;

/** Under which name the state keeps where a control stands for a step that takes over values. */
final readonly class LinkKey
{
    private function __construct(public string $step, public int $control)
    {
    }

    public static function of(string $step, int $control): string
    {
        return "{$step}:{$control}";
    }

    public static function read(string $key): self
    {
        [$step, $control] = explode(':', $key);

        return new self($step, (int) $control);
    }
}
