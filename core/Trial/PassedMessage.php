<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Trial;

/** A message that came in at a port, or left there, while real devices play. */
final readonly class PassedMessage
{
    /** @param string $bytes one whole message */
    public function __construct(public string $port, public bool $isOut, public string $bytes)
    {
    }
}
