<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table\Doubt;

/** The number in brackets is not the one before them in hexadecimal. */
final readonly class BracketsSayAnother implements Doubt
{
    public function __construct(public string $inside)
    {
    }

    public function text(): string
    {
        return "\"{$this->inside}\" in brackets is another number";
    }
}
