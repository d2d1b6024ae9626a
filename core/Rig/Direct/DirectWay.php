<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Direct;

use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Setup\Device;

/** A way of one kind of message from a unit that sends it to one that hears it, past the post. */
final readonly class DirectWay
{
    /**
     * @param list<Condition> $conditions from the sender to the hearer
     * @param list<string> $through leads, and boxes that pass on, in order
     */
    public function __construct(
        public Device $from,
        public Device $to,
        public KindName $kind,
        public array $conditions,
        public array $through,
        /** Where it is heard, as {@see \ZigzagPost\Core\Rig\Setup\Socket::$key}. */
        public string $at,
    ) {
    }

    /**
     * @param array<string, Device> $boxes
     *
     * @return bool|null whether it is open; null where a fact is missing
     */
    public function isOpen(array $boxes): ?bool
    {
        $isOpen = true;
        foreach ($this->conditions as $condition) {
            $isMet = $condition->isMet($boxes);
            if (false === $isMet) {
                return false;
            }
            $isOpen = null === $isMet ? null : $isOpen;
        }

        return $isOpen;
    }

    /**
     * What is in its way; the first that is told where several are.
     *
     * @param array<string, Device> $boxes
     */
    public function obstacle(array $boxes): ?Obstacle
    {
        foreach ($this->conditions as $condition) {
            if (false === $condition->isMet($boxes)) {
                return $condition->obstacle($boxes);
            }
        }

        return null;
    }
}
