<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table\Doubt;

/** Two named ranges of values overlap. */
final readonly class ValuesInCommon implements Doubt
{
    public function __construct(public string $one, public string $other)
    {
    }

    public function text(): string
    {
        return "\"{$this->one}\" and \"{$this->other}\" have values in common";
    }
}
