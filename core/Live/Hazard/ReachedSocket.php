<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live\Hazard;

use ZigzagPost\Core\Rig\Setup\Socket;

/** A socket that messages of some kinds get to. */
final readonly class ReachedSocket
{
    /** @param list<string> $kinds */
    public function __construct(public Socket $socket, public array $kinds)
    {
    }
}
