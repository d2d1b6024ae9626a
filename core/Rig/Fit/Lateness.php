<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Fit;

/** How late a message of a burst arrives. */
final readonly class Lateness
{
    public function __construct(public int $sentUs, public string $bytes, public int $lateUs)
    {
    }
}
