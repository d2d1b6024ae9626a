<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Midi;

/** Keys as numbers, 0 to 127. */
final class Key
{
    /** Moves a key by octaves into 0 to 127. */
    public static function fold(int $key): int
    {
        if ($key < 0) {
            return ($key % 12 + 12) % 12;
        }

        return $key > 127 ? 116 + ($key - 116) % 12 : $key;
    }
}
