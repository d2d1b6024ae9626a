<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table\Doubt;

/** A parameter is moved by notes. */
final readonly class MovedByKey implements Doubt
{
    public function text(): string
    {
        return 'is moved by a key';
    }
}
