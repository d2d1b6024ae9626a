<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table\Doubt;

/** An end of a range has a mark for thousands, or for decimals. */
final readonly class ThousandsInEnd implements Doubt
{
    public function __construct(public string $stood, public int $number)
    {
    }

    public function text(): string
    {
        return "\"{$this->stood}\" was read as {$this->number}";
    }
}
