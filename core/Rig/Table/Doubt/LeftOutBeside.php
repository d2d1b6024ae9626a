<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table\Doubt;

/** A key or a program stands beside the number. */
final readonly class LeftOutBeside implements Doubt
{
    public function __construct(public string $what, public string $number)
    {
    }

    public function text(): string
    {
        return "{$this->what} {$this->number} beside its number was left out";
    }
}
