<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live;

/** A message that the rules made. */
final readonly class Made
{
    /**
     * @param int $port number of a port of the live run
     * @param int|null $pulseUs length of a timing pulse, which has no bytes
     */
    public function __construct(public int $timeUs, public int $port, public string $bytes, public ?int $pulseUs = null)
    {
    }
}
