<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table\Doubt;

/** A column of two digits each has letters among them. */
final readonly class ReadAsHexadecimal implements Doubt
{
    public function text(): string
    {
        return 'its number was read as hexadecimal, for there are letters in that column';
    }
}
