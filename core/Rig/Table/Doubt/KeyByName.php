<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table\Doubt;

/** A key stands by its name, and makers count octaves in two ways. */
final readonly class KeyByName implements Doubt
{
    public function text(): string
    {
        return 'the key was read with 60 as C4';
    }
}
