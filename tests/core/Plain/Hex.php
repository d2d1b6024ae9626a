<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Plain;

/** Bytes as a tape writes them. */
final class Hex
{
    public static function of(int ...$bytes): string
    {
        return implode(' ', array_map(static fn (int $byte): string => \sprintf('%02X', $byte), $bytes));
    }
}
