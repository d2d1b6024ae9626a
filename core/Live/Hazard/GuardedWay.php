<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live\Hazard;

use ZigzagPost\Core\Rig\Chart\KindName;

/** A way from an out port to a unit that can hurt somebody: what would get to it. */
final readonly class GuardedWay
{
    /**
     * @param list<string> $kinds kinds of messages that get to it
     * @param list<int>|null $channels channels that it hears; null where that is unknown, or all
     */
    public function __construct(public string $port, public string $unit, public array $kinds, public ?array $channels)
    {
    }

    /** Whether a message would reach the unit; one of unknown kind would. */
    public function reaches(string $bytes): bool
    {
        $kind = KindName::ofMessage($bytes);
        if (null !== $kind && !\in_array($kind->value, $this->kinds, true)) {
            return false;
        }
        $status = \ord($bytes[0]);

        return $status >= 0xF0 || null === $this->channels || \in_array(($status & 0x0F) + 1, $this->channels, true);
    }
}
