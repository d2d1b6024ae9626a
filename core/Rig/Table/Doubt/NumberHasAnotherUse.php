<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table\Doubt;

/** The controller is one that no parameter should have. */
final readonly class NumberHasAnotherUse implements Doubt
{
    public function __construct(public int $number, public string $use)
    {
    }

    public function text(): string
    {
        return "controller {$this->number} is {$this->use}";
    }
}
