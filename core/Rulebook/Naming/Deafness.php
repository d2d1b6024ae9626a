<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Naming;

use ZigzagPost\Core\Midi\SerialWire;
use ZigzagPost\Core\Rulebook\Code\CalledProgram;

/** Which devices lose what arrives, and until when, while the programs of one stack or scene change go out one after the other. */
final class Deafness
{
    /** @var array<string, int> bytes sent by port */
    private array $sent = [];
    /** @var array<string, int> microseconds from the beginning by device */
    private array $until = [];

    /** A program is called; its device is deaf from its last byte on. */
    public function calls(string $device, CalledProgram $program): void
    {
        $this->sent[$program->port] = ($this->sent[$program->port] ?? 0) + $program->bytes();
        if ($program->deafUs > 0) {
            $this->until[$device] = max($this->sent[$program->port] * SerialWire::BYTE_US, $this->until[$device] ?? 0) + $program->deafUs;
        }
    }

    /** How long something for a device waits, in microseconds from the beginning. */
    public function untilUs(string $device): int
    {
        return $this->until[$device] ?? 0;
    }

    /**
     * Whether it matters to what is done with these devices: one of them is deaf, or bytes are on the wire before theirs.
     *
     * @param list<string> $devices
     */
    public function concerns(array $devices): bool
    {
        return [] !== $devices && ([] !== $this->sent || [] !== array_intersect($devices, array_keys($this->until)));
    }

    /** It may be as another has it: the later time counts. */
    public function orLater(self $other): void
    {
        foreach ($other->sent as $port => $bytes) {
            $this->sent[$port] = max($bytes, $this->sent[$port] ?? 0);
        }
        foreach ($other->until as $device => $us) {
            $this->until[$device] = max($us, $this->until[$device] ?? 0);
        }
    }
}
