<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table\Doubt;

/** Another row has the same number. */
final readonly class NumberOfAnotherLine implements Doubt
{
    public function __construct(public int $line)
    {
    }

    public function text(): string
    {
        return "has the number of line {$this->line} as well";
    }
}
