<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core;

/** How many random cases a law is tried on: a quick number always, more by the environment, such as ZIGZAG_CASES=20000. */
final class Cases
{
    public static function number(int $usual): int
    {
        $asked = getenv('ZIGZAG_CASES');

        return false === $asked ? $usual : (int) $asked;
    }
}
