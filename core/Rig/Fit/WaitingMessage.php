<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Fit;

/** A message that has come to the last lead of its way. */
final readonly class WaitingMessage
{
    /** @param int $length in bytes, as it goes over the lead */
    public function __construct(public int $atUs, public int $length, public SentMessage $message)
    {
    }
}
