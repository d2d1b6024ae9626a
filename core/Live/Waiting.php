<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live;

/** A message that waits at an out port. */
final readonly class Waiting
{
    /** @param int $number the how manieth message of its port it is, from 1; 0 for what no rule made */
    public function __construct(public int $number, public int $sinceUs, public string $bytes)
    {
    }
}
